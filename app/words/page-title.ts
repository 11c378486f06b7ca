/** A page's title: "Five, five, six · Stack · Dime Stack". A missing name is left out. */
export function pageTitle(...parts: readonly (string | undefined)[]): { title: string }[] {
  return [{ title: [...parts.filter(Boolean), "Dime Stack"].join(" · ") }];
}

interface NamedData {
  readonly row?: { readonly content: { readonly name: string } };
}

/** The name of what a route has loaded; undefined until then, and if it has none. */
export function nameIn(data: unknown): string | undefined {
  return (data as NamedData | undefined)?.row?.content.name;
}
