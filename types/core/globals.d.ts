// What the core may use beside the language itself: two pure functions that every platform has.
declare class TextEncoder {
  encodeInto(text: string, into: Uint8Array): { read: number; written: number };
  encode(text: string): Uint8Array;
}
declare class URL {
  constructor(url: string);
  readonly hostname: string;
}
