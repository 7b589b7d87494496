/** Lets go of what was put into a map first, until no more than so many are left: what is used is put back at its end. */
export function evictOldest<K>(map: Map<K, unknown>, most: number): void {
  for (const oldest of map.keys()) {
    if (map.size <= most) return;
    map.delete(oldest);
  }
}
