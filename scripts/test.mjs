import { spawn } from 'node:child_process';
import { existsSync, mkdirSync, mkdtempSync, readdirSync, readFileSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { startCluster, stateFolder } from './lib/cluster.mjs';
import { ensureBuild, ensureModules } from './lib/install.mjs';
import { startDovecot } from './lib/dovecot.mjs';
import { startMariadb } from './lib/mariadb.mjs';
import { ensureChromium, ensurePostgres, ensureProgram } from './lib/packages.mjs';
import { withControl } from './lib/control.mjs';
import { freePort, waitFor } from './lib/ports.mjs';
import { ROOT, run, start, stopAll } from './lib/run.mjs';
import { endWith, say } from './lib/say.mjs';
import { startSlapd } from './lib/slapd.mjs';
import { startWorld } from './lib/world.mjs';

const BIN = (name, path) => [join(ROOT, 'node_modules', name, path)];
const PARTS = ['unit', 'database', 'browser', 'own', 'outages'];
/** Seconds that a service is away for. Longer ones are given by hand. */
const OUTAGES = [5];
/** Browser tests that change nothing. */
const LOOKS = ['e2e/widths', 'e2e/pages', 'e2e/roles', 'e2e/actions'];
const LAST_LINES = 40;
const total = { passed: 0, failed: 0, skipped: 0 };

/** A check that is no Jest test counts as one. */
async function check(name, args) {
  say(name);
  await run('node', args, { quiet: true, env: { NODE_OPTIONS: '' } }).then(
    () => total.passed++,
    () => total.failed++,
  );
}

/** Checks of a check: on something wrong it has to say so, by the name of each rule. */
async function checkBites(name, args, cwd, faults, input = '') {
  const { status, said } = await new Promise((resolve) => {
    const child = spawn('node', args, { cwd });
    let said = '';
    for (const stream of [child.stdout, child.stderr]) stream.on('data', (part) => (said += part));
    child.on('close', (status) => resolve({ status, said }));
    child.stdin.end(input);
  });
  say(name);
  for (const fault of faults) {
    if (status !== 0 && said.includes(fault)) total.passed++;
    else {
      console.error(`  ${name}: “${fault}” was not found\n${said}`);
      total.failed++;
    }
  }
}

/** @param names of tests, each a part of a path; none: all of them */
async function jest(part, names, env) {
  say(`${part} tests`);
  const report = join(mkdtempSync(join(tmpdir(), 'bookend-report-')), 'report.json');
  const args = [
    ...BIN('jest', 'bin/jest.js'),
    '--selectProjects',
    part,
    '--json',
    '--outputFile',
    report,
    '--silent=false',
    ...(['browser', 'own', 'outages'].includes(part) ? ['--runInBand'] : ['--maxWorkers=2']),
    ...names,
  ];
  await run('node', args, { env: { ...env, NODE_OPTIONS: '--no-warnings', FORCE_COLOR: '0' } }).catch(() => {});
  if (!existsSync(report)) {
    total.failed++;
    return;
  }
  const { numPassedTests, numFailedTests, numPendingTests, numRuntimeErrorTestSuites, numTotalTests } = JSON.parse(
    readFileSync(report, 'utf8'),
  );
  total.passed += numPassedTests;
  total.failed += numFailedTests + numRuntimeErrorTestSuites;
  total.skipped += numPendingTests;
  if (numTotalTests === 0) {
    console.error(`  no ${part} test was found${names.length > 0 ? ` for ${names.join(', ')}` : ''}`);
    total.failed++;
  }
}

const TODAY = '2026-11-24T08:00:00Z';

/** The whole of Larkmere on ports of its own; a test can kill the worker and start it again. */
async function inWorld(work) {
  const env = { BOOKEND_RETRY_BASE_MS: '400', BOOKEND_OPERATION_PAUSE_MS: '120' };
  const world = await startWorld({
    name: 'browser',
    mode: 'test',
    durable: false,
    fresh: true,
    now: TODAY,
    people: 700,
    ports: { web: 4270, postgres: 5481 },
    env,
  });
  await withControl(world, work);
  if (total.failed > 0) tellFaults(world.logs);
}

/** What the web processes said last: why a page failed stands there and nowhere else. */
function tellFaults(logs) {
  const said = readFileSync(join(logs, 'web.log'), 'utf8').split('\n').filter(Boolean);
  console.log(`the web processes said last:\n${said.slice(-LAST_LINES).join('\n')}`);
}

/** A smaller Larkmere whose database, storage and mail server are really taken away: on a server that keeps what it said it kept. */
async function inOutages(spans) {
  const env = { BOOKEND_OPERATION_PAUSE_MS: '400', BOOKEND_DAILY_LOOK_MS: '1000', BOOKEND_WEB_PROCESSES: '1' };
  const world = await startWorld({
    name: 'outages',
    mode: 'test',
    durable: true,
    fresh: true,
    now: TODAY,
    people: 700,
    ports: { web: 4290, postgres: 5482 },
    env,
    quiet: true,
  });
  await withControl(world, (more) => jest('outages', [], { ...more, OUTAGE_SECONDS: spans.join(' ') }));
}

/** An installation as an organisation begins one: nothing made up in it, beside a shop and a mail server that tests fill. */
async function inOwn() {
  await ensureProgram('/usr/sbin/nginx', 'nginx');
  const folder = stateFolder('own');
  rmSync(folder, { recursive: true, force: true });
  mkdirSync(folder, { recursive: true, mode: 0o755 });
  const data = join(folder, 'data');
  const taken = new Set();
  const [mariadb, dovecot] = [await startMariadb(folder, 3385, taken), await startDovecot(folder, 1485, taken)];
  const port = (wanted) => freePort(wanted, taken);
  const [web, checks, metrics] = [await port(4310), await port(4311), await port(4312)];
  const env = { BOOKEND_DATA: data, BOOKEND_WEB_PROCESSES: '1' };
  const bookend = (...args) => run(join(ROOT, 'bookend'), args, { env, quiet: true });
  let mail = null;
  try {
    const said = await bookend(
      'start',
      '--port',
      `${web}`,
      '--checks-port',
      `${checks}`,
      '--metrics-port',
      `${metrics}`,
      // As behind the nginx that one of the tests puts before it.
      '--proxies',
      '1',
    );
    const address = `http://127.0.0.1:${web}`;
    const [smtpPort, mailPort] = [await port(4313), await port(4314)];
    const logs = join(folder, 'logs');
    mail = start(
      'mail',
      'node',
      ['--import', 'tsx', 'standins/smtp/alone.ts', `${smtpPort}`, `${mailPort}`, join(folder, 'mail')],
      { env, logs },
    );
    await waitFor(`http://127.0.0.1:${mailPort}/mails.json`, { child: mail });
    const database = (await startCluster('own', { folder: data, wantedPort: 5460, durable: true, taken })).url(
      'bookend',
    );
    await jest('own', [], {
      ...env,
      E2E_WORLD: JSON.stringify({ address, mail: `http://127.0.0.1:${mailPort}`, database }),
      OWN_WORLD: JSON.stringify({
        first: /http\S+\/first\/\S+/.exec(said)[0],
        data,
        root: ROOT,
        metrics: `http://127.0.0.1:${metrics}`,
        mariadb: mariadb.url(),
        imap: { port: dovecot.port, password: dovecot.password },
        smtpPort,
      }),
    });
  } finally {
    await bookend('stop').catch(() => {});
    await Promise.all([mariadb.stop(), dovecot.stop(), stopAll([mail])]);
  }
}

endWith(async () => {
  const [part, name] = process.argv.slice(2);
  if (part && !PARTS.includes(part)) {
    console.error(`There is no part “${part}”: ${PARTS.join(', ')}.`);
    return 2;
  }
  // Outages take their time, with a world of their own: they are asked for by name.
  const parts = part ? [part] : PARTS.filter((one) => one !== 'outages');
  const given = name ? [name] : [];
  const programs = async () => {
    if (part === 'unit') return;
    await ensurePostgres();
    // Scans are tried with a real browser beside the database.
    await ensureChromium();
  };
  await Promise.all([ensureModules(), programs()]);

  if (!part) {
    const tsc = BIN('typescript', 'bin/tsc');
    const cruise = BIN('dependency-cruiser', 'bin/dependency-cruise.mjs');
    const prettier = BIN('prettier', 'bin/prettier.cjs');
    const eslint = BIN('eslint', 'bin/eslint.js');
    const types = async () => {
      await check('formatting', [...prettier, '--check', '.']);
      await check('types', [...tsc, '--noEmit', '-p', '.']);
      await check('types of the core, with the language alone', [...tsc, '--noEmit', '-p', 'tsconfig.core.json']);
    };
    const rules = async () => {
      await check('lint', [...eslint, '.', '--max-warnings', '0']);
    };
    const structure = async () => {
      await check('rooms', ['scripts/rooms.mjs', '.']);
      await check('dependency rules', [
        ...cruise,
        'src',
        'standins',
        'e2e',
        'demo',
        '--config',
        '.dependency-cruiser.cjs',
      ]);
    };
    // The lint asks the types of everything and takes as long as all the others.
    await Promise.all([types().then(structure), rules()]);
    const lint = (file) => [...eslint, '--stdin', '--stdin-filename', file];
    const house = join(ROOT, 'test/fixtures/wrong-house');
    // Two beside each other: what asks the types of everything takes as long as all the others.
    await Promise.all([
      (async () => {
        await checkBites(
          'lint finds a value that is sealed outside of its room’s own file',
          lint('src/usecases/requests/notes.ts'),
          ROOT,
          ['What is sealed is closed and opened in the sealed.ts of its room'],
          "export const open = (vault: { unseal(id: string): void }) => vault.unseal('x');",
        );
        await checkBites(
          'lint finds a promise that nobody waits for',
          [...eslint, '.'],
          join(ROOT, 'test/fixtures/wrong-promise'),
          ['no-floating-promises'],
        );
      })(),
      (async () => {
        await checkBites(
          'lint finds a test that looks for a class',
          lint('e2e/look.e2e.ts'),
          ROOT,
          ['not by a class'],
          "export const find = (page: Document) => page.querySelector('tr .unsure');",
        );
        await checkBites(
          'lint finds a part that the browser draws in its own way',
          lint('src/ui/desk/DeskSheet.tsx'),
          ROOT,
          ['no <details>', 'no <select>', 'no <table>', 'no input of the type date'],
          'export const Look = () => (\n' + '  <details><select /><table /><input type="date" /></details>\n);',
        );
        await checkBites(
          'lint finds a link that reads its page beforehand',
          lint('src/ui/desk/DeskSheet.tsx'),
          ROOT,
          ['A way to another page is ui/shared/Link'],
          'import Link from \'next/link\';\nexport const Look = () => <Link href="/desk">desk</Link>;',
        );
        await checkBites(
          'formatting finds what is not formatted',
          [...prettier, '--check', '--stdin-filepath', 'src/core/leak.ts'],
          ROOT,
          ['(stdin)'],
          'export const wide={a:1};',
        );
        await checkBites(
          'the catalogue finds a code without words, and words with a value that their code has not',
          [...tsc, '-p', join(ROOT, 'test/fixtures/wrong-words')],
          ROOT,
          ["Property 'late' is missing", "Property 'due' does not exist"],
        );
        await checkBites('rooms find what is wrong in a house', ['scripts/rooms.mjs', house], ROOT, [
          'not a room: core/cellar',
          'rooms are one level deep: core/ledger/attic',
          'a room holds 25 files at most: ui/desk has 26',
          'against the order of the work: usecases/people/early.ts uses requests/late',
          'a file has 400 lines at most: core/ledger/long.ts has 401',
          'a line has 140 characters at most: core/ledger/wide.ts:1 has 141',
          'an act bears the name of its use case: app/desk/actions.ts, clearNow',
          'a walk comes back to no room: There and back, people',
          'a walk goes over files that are there: There and back, core/ledger/gone.ts',
        ]);
        await checkBites(
          'dependency rules find wrong imports',
          [...cruise, 'src', '--config', join(ROOT, '.dependency-cruiser.cjs')],
          join(ROOT, 'test/fixtures/wrong-import'),
          [
            'error core-is-pure: src/core/leak.ts → src/db/secret.ts',
            'error acts-are-types: src/ui/shared/acts.ts → src/app/actions.ts',
          ],
        );
      })(),
    ]);
  }
  if (parts.includes('unit')) await jest('unit', given, {});
  if (parts.includes('database')) {
    const cluster = await startCluster('test', { wantedPort: 5480, durable: false, taken: new Set() });
    const servers = stateFolder('servers');
    const mariadb = await startMariadb(servers, 3380);
    const dovecot = await startDovecot(servers, 1480);
    const slapd = await startSlapd(servers, 1490);
    // What the browser tests need is built meanwhile; if it fails, it says so where it is needed.
    const building = parts.includes('browser') ? ensureBuild().catch(() => {}) : null;
    try {
      await jest('database', given, {
        TEST_ADMIN_URL: cluster.url('postgres'),
        TEST_MARIADB_URL: mariadb.url(),
        TEST_LDAP: JSON.stringify(slapd.account),
        TEST_IMAP: JSON.stringify({ port: dovecot.port, tokensPort: dovecot.tokensPort, password: dovecot.password }),
      });
    } finally {
      await Promise.all([mariadb.stop(), dovecot.stop(), slapd.stop()]);
      cluster.stop();
    }
    await building;
  }
  if (parts.includes('browser')) {
    await ensureBuild();
    const acting = readdirSync(join(ROOT, 'e2e'))
      .filter((file) => file.endsWith('.e2e.ts') && !LOOKS.some((look) => `e2e/${file}`.startsWith(look)))
      .map((file) => `e2e/${file}`);
    // Some only look at pages, whatever the others do to the world meanwhile: they run beside them.
    await inWorld((env) =>
      name
        ? jest('browser', [name], env)
        : Promise.all([
            jest('browser', acting, env),
            // Whoever only looks is done sooner; an installation of its own begins beside the others.
            jest('browser', LOOKS, env).then(() => (parts.includes('own') ? inOwn() : null)),
          ]),
    );
  } else if (parts.includes('own')) {
    await ensureBuild();
    await inOwn();
  }
  if (parts.includes('outages')) {
    await ensureBuild();
    await inOutages(part && name ? process.argv.slice(3).map(Number) : OUTAGES);
  }
  for (const name of ['test', 'browser', 'own', 'servers', 'outages'])
    if (total.failed === 0) rmSync(stateFolder(name), { recursive: true, force: true });
  console.log(`\n${total.passed} passed, ${total.failed} failed, ${total.skipped} skipped`);
  return total.failed > 0 || total.passed === 0 ? 1 : 0;
});
