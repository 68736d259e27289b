/** What a code comes with; several codes may share one shape. */
export type Of<K extends { code: string }, C extends K['code']> = K extends { code: string }
  ? C extends K['code']
    ? K
    : never
  : never;

/** Words for every code of a closed union: one that is missing, or words with a value that the code has not, does not compile. */
export type Words<K extends { code: string }> = { readonly [C in K['code']]: (v: Of<K, C>) => string };

/** The code says which words and which values belong together; the compiler has checked that they do. */
export function sayIn<K extends { code: string }>(words: Words<K>, one: K): string {
  return (words as unknown as Readonly<Record<string, (v: K) => string>>)[one.code]!(one);
}
