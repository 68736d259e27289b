/** The lists people work in; each colleague says which of its columns they leave out. */
export const LISTS = [
  'requests',
  'ledger',
  'people',
  'drift',
  'import-lines',
  'trail',
  'colleagues',
  'fields',
] as const;
export type ListName = (typeof LISTS)[number];

/** What can be closed for good. */
export const CLOSABLE = ['first-minute'] as const;
export type Closable = (typeof CLOSABLE)[number];

/** How one colleague likes to see things. */
export interface OwnView {
  /** The columns left out, by list. */
  hidden: Partial<Record<ListName, string[]>>;
  closed: Closable[];
  /** When the desk was looked at: last, and the time before that (what came in between is new to them). */
  desk: { last: string; before: string | null } | null;
}

export const NO_OWN_VIEW: OwnView = { hidden: {}, closed: [], desk: null };
/** A list has fewer columns than that, and they bear shorter names. */
export const MOST_COLUMNS = 40;
export const LONGEST_COLUMN = 40;
