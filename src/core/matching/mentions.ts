/** What a text is searched for: an identifier, normalised, or a whole name. */
export interface MentionKey {
  kind: string;
  value: string;
}

/** A text made ready for exact search. */
export interface Haystack {
  /** All words in lower case. */
  words: string;
  /** Runs of digits with their separators dropped, for phone numbers. */
  digits: readonly string[];
}

export function haystackOf(text: string): Haystack {
  return {
    words: text.toLowerCase(),
    digits: [...text.matchAll(/\+?\d[\d ()./-]{5,20}\d/g)].map(([run]) => run.replace(/\D/g, '')),
  };
}

/** Whether a search key stands in a text: a number however it is written, a name only whole. */
export function mentions(hay: Haystack, key: MentionKey): boolean {
  if (key.kind === 'email') return hay.words.includes(key.value);
  if (key.kind === 'phone') {
    const digits = key.value.replace(/\D/g, '').slice(-8);
    return digits.length === 8 && hay.digits.some((run) => run.endsWith(digits));
  }
  // An address in a text is anybody's who lives there.
  if (key.kind === 'address') return false;
  if (key.kind === 'customer-number') return key.value.length >= 5 && hay.words.includes(key.value.toLowerCase());
  return key.value.includes(' ') && hay.words.includes(key.value.toLowerCase());
}
