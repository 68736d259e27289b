import { addKeyVersion } from './keys';

const file = process.env['BOOKEND_KEY_FILE'];
if (!file) throw new Error('BOOKEND_KEY_FILE names no file. A key file in BOOKEND_KEYS is extended where it is kept.');
console.log(
  `The key file holds master key ${addKeyVersion(file, 'masters')} now. Start Bookend again, then wrap the ` +
    `data keys anew under Setup → Master keys.`,
);
