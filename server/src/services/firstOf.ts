/**
 * So many of a list that stand first by their keys, in order. Of thousands a page is shown, and putting all of them in order takes longer than the page.
 * @param all no two with the same key
 */
export function firstOf<T extends { key: string }>(all: readonly T[], many: number): T[] {
  const first: T[] = [];
  for (const entry of all) {
    const last = first[many - 1];
    if (last && entry.key > last.key) continue;
    let [from, to] = [0, first.length];
    while (from < to) {
      const half = (from + to) >> 1;
      if (first[half]!.key < entry.key) from = half + 1;
      else to = half;
    }
    first.splice(from, 0, entry);
    if (first.length > many) first.pop();
  }
  return first;
}
