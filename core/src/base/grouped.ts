/** Things by what they have in common, in the order in which each group is first met. */
export function groupedBy<T, K>(all: Iterable<T>, keyOf: (each: T) => K): Map<K, T[]> {
  const groups = new Map<K, T[]>();
  for (const each of all) addTo(groups, keyOf(each), each);
  return groups;
}

/** Adds to the list that stands under a key. Lists copied for every addition make a crowd slow. */
export function addTo<K, T>(groups: Map<K, T[]>, key: K, added: T): void {
  const group = groups.get(key);
  if (group) group.push(added);
  else groups.set(key, [added]);
}
