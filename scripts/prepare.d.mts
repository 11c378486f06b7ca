/** What a lock says of a package; more is kept as it is. */
interface LockedPackage {
  readonly name?: string;
  readonly version: string;
}

export function addAddresses<Lock extends { readonly packages: Readonly<Record<string, LockedPackage>> }>(
  lock: Lock,
  registry: string,
): Lock;
