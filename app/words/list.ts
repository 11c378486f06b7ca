/** Lists in words. */

const AND = new Intl.ListFormat("en-GB", { type: "conjunction" });

/** "five", "five and three", "five, three and six". */
export function listAnd(words: readonly string[]): string {
  return AND.format(words);
}
