// What the core may use beside the language itself: two pure parts that every platform has.
declare class TextEncoder {
  encodeInto(text: string, into: Uint8Array): { read: number; written: number };
  encode(text: string): Uint8Array;
}
declare class URL {
  constructor(url: string, base?: string);
  readonly protocol: string;
  readonly username: string;
  readonly password: string;
  readonly hostname: string;
  readonly pathname: string;
  readonly origin: string;
  readonly search: string;
  readonly hash: string;
}
