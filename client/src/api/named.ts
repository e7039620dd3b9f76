interface Known {
  id: string;
}

const maps = new WeakMap<readonly Known[], Map<string, Known>>();

/** The entry of a list that has this id. Each list is put in order once, however often it is asked. */
export function known<T extends Known>(list: readonly T[], id: string | null | undefined): T | undefined {
  if (id == null) return undefined;
  let map = maps.get(list);
  if (!map) {
    map = new Map([...list].reverse().map((x) => [x.id, x]));
    maps.set(list, map);
  }
  return map.get(id) as T | undefined;
}

/** An id as words, where nobody gave it a name. */
export const plain = (id: string) => id.replaceAll('-', ' ');

/** What an id is called; one that is no longer known is said as it is written. */
export const nameIn = (list: readonly (Known & { name: string })[], id: string | null | undefined) =>
  known(list, id)?.name ?? plain(id ?? '');
