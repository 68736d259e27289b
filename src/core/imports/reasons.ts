// Why something was decided: a code with its values. The words are in `core/words/reasons`.

/** What is wrong with a line of a file. */
export type LineReason =
  | { code: 'letters-broken'; where: 'line' | 'text' }
  | { code: 'quotes-broken' }
  | { code: 'cells-wrong'; cells: number; columns: number }
  | { code: 'not-json'; what: 'text' | 'value' }
  | { code: 'tick-unknown'; tick: string; known: readonly string[] }
  /** `problem`: what the schema says of the field, in the words of the file's own columns. */
  | { code: 'line-wrong'; problem: string };
