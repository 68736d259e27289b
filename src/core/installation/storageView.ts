/** Whether the installation itself is well. */
export interface StorageView {
  /** Each part, how it is, and in which state. */
  parts: { name: string; state: 'good' | 'look' | 'bad'; said: string }[];
  /** What whoever runs the server types. */
  commands: { line: string; about: string }[];
}
