// What the core may use beside the language itself: two pure functions that every platform has.
declare class TextEncoder {
  encode(text: string): Uint8Array;
}
declare class URL {
  constructor(url: string);
  readonly hostname: string;
}
