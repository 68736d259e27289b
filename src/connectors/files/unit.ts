/** A piece of a file that can be a record: a row with named fields, or running text. */
export interface Unit {
  /** Where in the file: a row, a sheet and row, an entry of an archive; empty for the whole. */
  place: string;
  fields: Record<string, string | null> | null;
  text: string | null;
}

/** Said beside what could be read. */
export interface Trouble {
  place: string;
  trouble: string;
  message: string;
}

export type Reading = { unit: Unit } | { trouble: Trouble };
