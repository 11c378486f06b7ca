/** What each file of outlines is to hold, by its name. */
export function makeOutlines(): Readonly<Record<string, Readonly<Record<string, unknown>>>>;
export function print(table: Readonly<Record<string, unknown>>): string;
