/** A name that is a plain file name everywhere: no path, no control characters. */
export function safeName(name: string): string {
  return (
    name
      .normalize('NFC')
      .replace(/[^\p{L}\p{N}._-]+/gu, '-')
      .replace(/^[.-]+|[.-]+$/g, '') || 'file'
  );
}

/**
 * Where the files of each collection stand, without their ending: a folder by system, a file by collection, in the words of the reader.
 *
 * @param places with the titles the reader knows
 * @example
 * // sys_shop/orders → 'web-shop/orders'
 * pathsOf([{ place: 'sys_shop/orders', system: 'Web shop', title: 'Web shop · orders' }])
 */
export function pathsOf(places: readonly { place: string; system: string; title: string }[]): Map<string, string> {
  const paths = new Map<string, string>();
  const taken = new Set<string>();
  for (const { place, system, title } of places) {
    const own = title.startsWith(`${system} · `) ? title.slice(system.length + 3) : title;
    const folder = safeName(system.toLowerCase());
    const base = `${folder}/${safeName(own.toLowerCase().replace(/[“”]/g, ''))}`;
    let path = base;
    for (let n = 2; taken.has(path); n++) path = `${base}-${n}`;
    taken.add(path);
    paths.set(place, path);
  }
  return paths;
}
