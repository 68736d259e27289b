import { mkdir, readFile, rename, writeFile } from 'node:fs/promises';
import { join } from 'node:path';
import { cellsOf } from '../../core/imports/mapping';
import { ConnectorError, type Connector, type Flag } from '../../ports/connector';

const AT_ONCE = 500;
const COLUMNS = ['card_no', 'email', 'phone', 'newsletter'];

/**
 * The tills' loyalty list: a file `loyalty.csv` that they write anew each night, and an inbox of small files with corrections
 * that they work off. What was written into the inbox is only accepted; the next list shows whether it was done.
 * Settings: `folder`, `flagPurpose`.
 */
// The methods of one connector share what they have opened.
// eslint-disable-next-line max-lines-per-function
export function tillsConnector(connection: Record<string, string>): Connector {
  const [folder, purpose] = [connection['folder']!, connection['flagPurpose'] ?? 'newsletter'];

  async function list(): Promise<Flag[]> {
    const text = await readFile(join(folder, 'loyalty.csv'), 'utf8').catch((cause: NodeJS.ErrnoException) => {
      throw new ConnectorError(
        cause.code === 'EACCES' ? 'not-allowed' : 'refused',
        'The tills’ loyalty list is not there.',
        null,
        { cause },
      );
    });
    const [header, ...lines] = text.split(/\r?\n/).filter((line) => line !== '');
    if (header !== COLUMNS.join(';'))
      throw new ConnectorError('wrong-answer', 'The tills’ loyalty list has not the columns we know.');
    return lines.map((line) => {
      const cells = cellsOf(line, ';');
      if (cells?.length !== COLUMNS.length)
        throw new ConnectorError('wrong-answer', 'A line of the tills’ loyalty list breaks off.');
      const [card, email, phone, tick] = cells as [string, string, string, string];
      return {
        key: card,
        purpose,
        permits: tick === 'J',
        identifiers: [
          { kind: 'customer-number', value: card },
          ...(email ? [{ kind: 'email' as const, value: email }] : []),
          ...(phone ? [{ kind: 'phone' as const, value: phone }] : []),
        ],
      };
    });
  }

  return {
    describe: async () => ({
      collections: [
        {
          name: 'loyalty',
          fields: COLUMNS.map((name) => ({
            name,
            type: 'text',
            holds: name === 'card_no' ? 'customer-number' : name === 'newsletter' ? null : name,
          })),
          approximateCount: (await list()).length,
        },
      ],
    }),
    async *search() {
      yield { records: [], scanned: 0 };
    },
    read: async () => null,
    isErased: async () => false,
    async *flags() {
      const all = await list();
      for (let at = 0; at < all.length; at += AT_ONCE) yield all.slice(at, at + AT_ONCE);
    },
    flagOf: async (key) => (await list()).find((flag) => flag.key === key)?.permits ?? null,
    async applyChoice(key, _purpose, permits, { idempotencyKey }) {
      const inbox = join(folder, 'inbox');
      await mkdir(inbox, { recursive: true });
      // The same name at every try: the tills find one file, however often it was asked.
      const place = join(inbox, `${idempotencyKey.replace(/[^\w-]/g, '_')}.csv`);
      await writeFile(`${place}.part`, `card_no;newsletter\r\n${key};${permits ? 'J' : 'N'}\r\n`);
      await rename(`${place}.part`, place);
      return { state: 'accepted', detail: 'left in the tills’ inbox' };
    },
    can: () => ({ erase: false, anonymise: false }),
    close: async () => {},
  };
}
