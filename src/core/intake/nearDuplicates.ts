/** Two records whose words are nearly the same. `similarity` is verified: the Jaccard index of their shingles, 0 to 1. */
export interface AlikePair {
  a: string;
  b: string;
  similarity: number;
}

const SHINGLE_WORDS = 3;
const BANDS = 32;
const ROWS = 4;
const HASHES = BANDS * ROWS;
/** Pairs less alike are not looked for: at this similarity 98.8 % of pairs share a band of 4 of 128 hashes, and more above. */
export const LEAST_ALIKE = 0.6;
const MOST_IN_BUCKET = 200;

/**
 * Pairs of texts that are nearly the same, found by MinHash (128 hashes, 32 bands of 4) and verified by the exact Jaccard
 * index of their three-word shingles; so no pair is reported that is less alike than it says.
 * Source: Broder, On the resemblance and containment of documents (1997).
 *
 * @returns pairs with a similarity of at least `LEAST_ALIKE`, the most alike first; a copy is paired with the first of its kind
 */
export function nearDuplicates(items: readonly { id: string; text: string }[]): AlikePair[] {
  const sets = items.map(({ text }) => shingles(text));
  const pairs: AlikePair[] = [];
  // The same words once more are compared once: a crowd of copies must not be compared with itself.
  const firsts = new Map<string, number>();
  const copies = new Set<number>();
  for (const [i, set] of sets.entries()) {
    if (set.size === 0) continue;
    const key = [...set].sort((x, y) => x - y).join(',');
    const first = firsts.get(key);
    if (first === undefined) firsts.set(key, i);
    else {
      copies.add(i);
      pairs.push({ a: items[first]!.id, b: items[i]!.id, similarity: 1 });
    }
  }
  const buckets = new Map<string, number[]>();
  for (const [i, set] of sets.entries()) {
    if (set.size === 0 || copies.has(i)) continue;
    const signature = minHash(set);
    for (let band = 0; band < BANDS; band++) {
      const key = `${band}:${signature.slice(band * ROWS, (band + 1) * ROWS).join(',')}`;
      const bucket = buckets.get(key);
      if (bucket) bucket.push(i);
      else buckets.set(key, [i]);
    }
  }
  const seen = new Set<number>();
  for (const bucket of buckets.values()) {
    // In a crowd of the same text each is compared with the first ones only: that joins them all.
    for (const [n, j] of bucket.entries())
      for (const i of bucket.slice(0, Math.min(n, MOST_IN_BUCKET))) {
        const key = i * items.length + j;
        if (seen.has(key)) continue;
        seen.add(key);
        const similarity = jaccard(sets[i]!, sets[j]!);
        if (similarity >= LEAST_ALIKE) pairs.push({ a: items[i]!.id, b: items[j]!.id, similarity });
      }
  }
  return pairs.sort((x, y) => y.similarity - x.similarity || (x.a < y.a ? -1 : 1));
}

/**
 * Folds what is at least so alike under the first of its group, in the order given. Alikeness is followed from one to the
 * next, so that a thread of answers, each quoting the one before, folds as one.
 *
 * @returns for each first one, the others of its group
 */
export function foldAlike(
  ids: readonly string[],
  pairs: readonly AlikePair[],
  threshold: number,
): Map<string, string[]> {
  const root = new Map(ids.map((id) => [id, id]));
  const find = (id: string): string => {
    const above = root.get(id)!;
    if (above === id) return id;
    const top = find(above);
    root.set(id, top);
    return top;
  };
  const position = new Map(ids.map((id, i) => [id, i]));
  for (const { a, b, similarity } of pairs) {
    if (similarity < threshold || !position.has(a) || !position.has(b)) continue;
    const [x, y] = [find(a), find(b)];
    if (x !== y) root.set(position.get(x)! < position.get(y)! ? y : x, position.get(x)! < position.get(y)! ? x : y);
  }
  const groups = new Map<string, string[]>();
  for (const id of ids) {
    const first = find(id);
    if (first === id) groups.set(id, groups.get(id) ?? []);
    else groups.set(first, [...(groups.get(first) ?? []), id]);
  }
  return groups;
}

/** Hashes of every run of three words; of all words where there are fewer. */
function shingles(text: string): Set<number> {
  const words = text.toLocaleLowerCase().match(/[\p{L}\p{N}@.]+/gu) ?? [];
  const set = new Set<number>();
  if (words.length > 0 && words.length < SHINGLE_WORDS) set.add(hash(words.join(' ')));
  for (let i = 0; i + SHINGLE_WORDS <= words.length; i++) set.add(hash(`${words[i]} ${words[i + 1]} ${words[i + 2]}`));
  return set;
}

function minHash(set: ReadonlySet<number>): number[] {
  const least = new Array<number>(HASHES).fill(0xffffffff);
  for (const value of set)
    for (let n = 0; n < HASHES; n++) {
      const mixed = mix(value ^ Math.imul(n + 1, 0x9e3779b1));
      if (mixed < least[n]!) least[n] = mixed;
    }
  return least;
}

function jaccard(a: ReadonlySet<number>, b: ReadonlySet<number>): number {
  let both = 0;
  for (const value of a) if (b.has(value)) both++;
  return both / (a.size + b.size - both);
}

/** FNV-1a, 32 bits. */
function hash(text: string): number {
  let value = 0x811c9dc5;
  for (let i = 0; i < text.length; i++) value = Math.imul(value ^ text.charCodeAt(i), 0x01000193);
  return value >>> 0;
}

/** The finaliser of MurmurHash3. */
function mix(value: number): number {
  let h = value;
  h = Math.imul(h ^ (h >>> 16), 0x85ebca6b);
  h = Math.imul(h ^ (h >>> 13), 0xc2b2ae35);
  return (h ^ (h >>> 16)) >>> 0;
}
