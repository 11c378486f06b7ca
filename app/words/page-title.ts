/** The title of a page: "Five, five, six · Stack · Dime Stack". What has no name yet is left out. */
export function pageTitle(...parts: readonly (string | undefined)[]): { title: string }[] {
  return [{ title: [...parts.filter(Boolean), "Dime Stack"].join(" · ") }];
}

interface NamedData {
  readonly row?: { readonly content: { readonly name: string } };
}

/** The name of what a route has loaded; undefined before it is there, and where it has none. */
export function nameIn(data: unknown): string | undefined {
  return (data as NamedData | undefined)?.row?.content.name;
}
