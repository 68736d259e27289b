import { execFile } from 'node:child_process';
import { mkdtempSync, readFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { promisify } from 'node:util';

// The page for whoever runs it, line by line. It stops and starts the installation, so it comes after the others.

const OWN = JSON.parse(process.env['OWN_WORLD']!) as { data: string; root: string };
const SOMEBODY = 'asta@thornbury.example';
const NEW = 'nis@thornbury.example';

async function bookend(...args: string[]): Promise<{ code: number; said: string }> {
  const env = { ...process.env, BOOKEND_DATA: OWN.data };
  return promisify(execFile)(join(OWN.root, 'bookend'), args, { env }).then(
    ({ stdout, stderr }) => ({ code: 0, said: `${stdout}${stderr}` }),
    (error: { code: number; stdout: string; stderr: string }) => ({
      code: error.code,
      said: `${error.stdout}${error.stderr}`,
    }),
  );
}

test('the lines of docs/running.md do what is said of them, one after the other', async () => {
  const folder = mkdtempSync(join(tmpdir(), 'bookend-lines-'));
  const page = readFileSync(join(OWN.root, 'docs/running.md'), 'utf8');
  const lines = [...page.matchAll(/^ {4}\.\/bookend (.*?)(?: {2,}#.*)?$/gm)];
  expect(lines.length).toBeGreaterThan(9);
  for (const [n, [, line]] of lines.entries()) {
    const words = line!.split(' ').map((word, _, all) => {
      if (word === 'FOLDER') return join(folder, all[0] === 'service' ? 'service' : 'backup');
      if (word === 'EMAIL') return all[1] === 'reset' ? SOMEBODY : NEW;
      return word === 'NAME' ? 'Nis Holm' : word;
    });
    // Begun it is already; what is said at a start holds from the next.
    if (words[0] === 'start') await bookend('stop');
    const { code, said } = await bookend(...words);
    expect([n, line, code, code === 0 ? '' : said]).toEqual([n, line, 0, '']);
    if (words[0] === 'restore') expect((await bookend('start')).code).toBe(0);
  }
  expect((await bookend('user', 'list')).said).toMatch(/nis@thornbury\.example\s+Nis Holm\s+administrator\s+kept out/);
  expect((await bookend('status')).said).toMatch(/health +ok/);
}, 300_000);
