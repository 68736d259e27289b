import { spawnSync } from 'node:child_process';
import { existsSync, mkdirSync, readdirSync } from 'node:fs';
import { join } from 'node:path';
import { FOREIGN } from '../test/schemas/foreign';
import { measureSchema } from '../test/schemas/measure';
import { recorder } from './measure';

// What is found in schemas that other people designed, with everything confirmed as Bookend proposes it.

const note = recorder();
process.env['TEST_ADMIN_URL'] = process.env['BENCH_ADMIN_URL'];
const folder = join(process.env['BENCH_FOLDER']!, 'schemas');
mkdirSync(folder, { recursive: true });
const SEED = Number(process.env['BENCH_SEED'] ?? 70_001);
const TRACED = Number(process.env['BENCH_TRACED'] ?? 20);

/** Fetches a package of this system's own release and unpacks it; nothing of it is installed or run. */
function unpacked(name: string): void {
  if (existsSync(join(folder, name))) return;
  const fetched = spawnSync('apt-get', ['download', name], { cwd: folder, encoding: 'utf8' });
  const file = readdirSync(folder).find((one) => one.startsWith(`${name}_`) && one.endsWith('.deb'));
  if (!file) throw new Error(`The package ${name} could not be fetched: ${fetched.stderr.slice(0, 300)}`);
  spawnSync('dpkg-deb', ['-x', file, name], { cwd: folder });
}

const share = (found: number, of: number) => `${found} of ${of} (${((found / of) * 100).toFixed(1)} %)`;
for (const foreign of FOREIGN) {
  for (const name of foreign.packages) unpacked(name);
  const { tables, people, own, mentions, presented, strangers, missed, wrong } = await measureSchema(
    foreign,
    folder,
    SEED,
    TRACED,
  );
  const where = `${foreign.what}, ${tables} tables, ${people} people`;
  note({
    what: `own rows found: ${where}`,
    ours: share(own.found, own.there),
    limit: 'wanted 95 %',
    ratio: 0.95 / (own.found / own.there),
    goal: 1,
  });
  if (mentions.there > 0)
    note({
      what: `mentions found: ${where}`,
      ours: share(mentions.found, mentions.there),
      limit: 'wanted all',
      ratio: mentions.there / mentions.found,
      goal: 1,
    });
  note({
    what: `strangers’ rows shown: ${where}`,
    ours: share(strangers, presented),
    limit: 'wanted 5 %',
    ratio: strangers / presented / 0.05,
    goal: 1,
  });
  if (process.env['BENCH_SHOW']) console.log(foreign.what, { missed, wrong });
}
