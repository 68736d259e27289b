import { createReadStream, existsSync, readFileSync, statSync, writeFileSync } from 'node:fs';
import { createServer } from 'node:http';
import type { AddressInfo } from 'node:net';
import { filesConnector } from '../../src/connectors/files/filesConnector';
import { mailboxConnector } from '../../src/connectors/mailbox/mailboxConnector';
import { restConnector } from '../../src/connectors/rest/restConnector';
import { fileReader } from '../../src/connectors/files/fileReader';
import { makeKeyFile, readKeys } from '../../src/main/keys';
import { folderStorage } from '../../src/main/storage';
import type { Connector, SearchKey } from '../../src/ports/connector';
import type { Context } from '../../src/usecases/shared/context';
import { linesOf, storeFile } from '../../src/usecases/imports/readFile';
import { SOUGHT } from './fixtures';

// One path in a process of its own, whose peak is its alone: says what it held at rest, what at most, and what it found.
const [kind, place] = process.argv.slice(2) as [string, string];
const KEYS: SearchKey[] = [
  { kind: 'email', value: SOUGHT, scope: '' },
  { kind: 'phone', value: '+4510123456', scope: '' },
  { kind: 'name', value: 'Mette Holmgård', scope: '' },
];
const said = (name: string) =>
  Number(new RegExp(`${name}:\\s+(\\d+)`).exec(readFileSync('/proc/self/status', 'utf8'))![1]) / 1024;

async function connectorOf(): Promise<Connector> {
  if (kind === 'folder') return filesConnector({ path: place });
  if (kind === 'mailbox') return mailboxConnector({ path: place });
  // The service is this process itself: what it holds to answer is a file it streams.
  const server = createServer(
    (_, response) =>
      void createReadStream(place).pipe(
        response.writeHead(200, { 'content-type': 'application/json', 'content-length': statSync(place).size }),
      ),
  );
  await new Promise<void>((resolve) => server.listen(0, '127.0.0.1', resolve));
  server.unref();
  const mapping = {
    auth: { kind: 'bearer' },
    collections: [
      { name: 'contacts', list: '/contacts', paging: { kind: 'none' }, id: 'n', person: { email: 'email' } },
    ],
  };
  return restConnector('sys_x', {
    url: `http://127.0.0.1:${(server.address() as AddressInfo).port}`,
    token: 'x',
    mapping: JSON.stringify(mapping),
  });
}

/** A file that is taken in: into the sealed storage, and out of it line by line. */
async function takeIn(): Promise<{ found: number; problems: string[] }> {
  const keyFile = `${place}.keys.json`;
  if (!existsSync(keyFile)) makeKeyFile(keyFile);
  const ctx = { storage: folderStorage(`${place}.storage`), keys: readKeys(keyFile), fileReader } as unknown as Context;
  const facts = await storeFile(ctx, 'file', createReadStream(place), 8 * 1024 ** 3, null);
  let found = 0;
  for await (const { raw } of linesOf(ctx, 'file', facts, null)) if (raw.includes(SOUGHT)) found++;
  return { found, problems: [] };
}

async function search(connector: Connector): Promise<{ found: number; problems: string[] }> {
  let [found, problems] = [0, [] as string[]];
  for await (const page of connector.search(KEYS)) {
    found += page.records.length;
    problems = [...problems, ...(page.problems ?? []).map(({ code }) => code)].slice(0, 5);
  }
  return { found, problems };
}

const connector = kind === 'import' ? null : await connectorOf();
globalThis.gc!();
const rest = said('VmRSS');
// From here on the kernel counts the peak anew.
writeFileSync('/proc/self/clear_refs', '5');
const outcome = await (connector ? search(connector) : takeIn());
console.log(JSON.stringify({ rest, peak: said('VmHWM'), ...outcome }));
process.exit(0);
