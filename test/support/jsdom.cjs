/* eslint-disable @typescript-eslint/no-require-imports -- Jest reads it before it transforms anything */
const { TextDecoder, TextEncoder } = require('node:util');

// jsdom leaves them out; every browser has them.
globalThis.TextEncoder ??= TextEncoder;
globalThis.TextDecoder ??= TextDecoder;
