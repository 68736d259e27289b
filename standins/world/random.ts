/** Small seeded generator (mulberry32): the same seed gives the same world. */
export interface Random {
  next(): number;
  int(below: number): number;
  pick<T>(items: readonly T[]): T;
  chance(share: number): boolean;
}

export function seeded(seed: number): Random {
  let state = seed >>> 0;
  const next = () => {
    state = (state + 0x6d2b79f5) >>> 0;
    let t = Math.imul(state ^ (state >>> 15), 1 | state);
    t = (t + Math.imul(t ^ (t >>> 7), 61 | t)) ^ t;
    return ((t ^ (t >>> 14)) >>> 0) / 4294967296;
  };
  return {
    next,
    int: (below) => Math.floor(next() * below),
    pick: (items) => items[Math.floor(next() * items.length)]!,
    chance: (share) => next() < share,
  };
}
