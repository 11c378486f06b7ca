/** All subsets of the given size, in order. */
export function* subsets<Item>(items: readonly Item[], size: number, from = 0): Generator<Item[]> {
  if (size === 0) {
    yield [];
    return;
  }
  for (let index = from; index <= items.length - size; index++) {
    for (const rest of subsets(items, size - 1, index + 1)) yield [items[index] as Item, ...rest];
  }
}
