import type { MatchLine } from '../../src/core/trace/views';

/** A match of the web shop, certain and without a verdict. */
export const match = (id: string, more: Partial<MatchLine> = {}): MatchLine => ({
  id,
  system: 'shop',
  systemName: 'Web shop',
  collection: 'customers',
  title: `Record ${id}`,
  parent: null,
  place: id,
  band: 'certain',
  weight: 21.4,
  because: '',
  isShared: false,
  isRedacted: false,
  verdict: null,
  topics: ['other'],
  isOutside: false,
  news: null,
  second: null,
  ...more,
});
