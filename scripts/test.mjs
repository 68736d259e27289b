import { existsSync, mkdtempSync, readFileSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { startCluster, stateFolder } from './lib/cluster.mjs';
import { ensureBuild, ensureModules } from './lib/install.mjs';
import { ensureChromium, ensurePostgres } from './lib/packages.mjs';
import { ROOT, run } from './lib/run.mjs';
import { endWith, say } from './lib/say.mjs';

const BIN = (name, path) => [join(ROOT, 'node_modules', name, path)];
const PARTS = ['unit', 'database', 'browser'];
const total = { passed: 0, failed: 0, skipped: 0 };

/** A check that is no Jest test counts as one. */
async function check(name, args, { cwd = ROOT, mustFail = false } = {}) {
  say(name);
  try {
    await run('node', args, { cwd, quiet: true, env: { NODE_OPTIONS: '' } });
    if (mustFail) {
      console.error(`  ${name}: was expected to find something, and found nothing`);
      total.failed++;
    } else total.passed++;
  } catch {
    if (mustFail) total.passed++;
    else total.failed++;
  }
}

async function jest(part, name, env) {
  say(`${part} tests`);
  const report = join(mkdtempSync(join(tmpdir(), 'bookend-report-')), 'report.json');
  const args = [...BIN('jest', 'bin/jest.js'), '--selectProjects', part, '--json', '--outputFile', report, '--silent=false', ...(part === 'browser' ? ['--runInBand'] : ['--maxWorkers=2']), ...(name ? [name] : [])];
  await run('node', args, { env: { ...env, NODE_OPTIONS: '--no-warnings', FORCE_COLOR: '0' } }).catch(() => {});
  if (!existsSync(report)) {
    total.failed++;
    return;
  }
  const { numPassedTests, numFailedTests, numPendingTests, numRuntimeErrorTestSuites, numTotalTests } = JSON.parse(readFileSync(report, 'utf8'));
  total.passed += numPassedTests;
  total.failed += numFailedTests + numRuntimeErrorTestSuites;
  total.skipped += numPendingTests;
  if (numTotalTests === 0) {
    console.error(`  no ${part} test was found${name ? ` for ${name}` : ''}`);
    total.failed++;
  }
}

endWith(async () => {
  const [part, name] = process.argv.slice(2);
  if (part && !PARTS.includes(part)) {
    console.error(`There is no part “${part}”: ${PARTS.join(', ')}.`);
    return 2;
  }
  const parts = part ? [part] : PARTS;
  await ensureModules();
  if (parts.includes('database') || parts.includes('browser')) await ensurePostgres();
  if (parts.includes('browser')) await ensureChromium();

  if (!part) {
    const tsc = BIN('typescript', 'bin/tsc');
    const cruise = BIN('dependency-cruiser', 'bin/dependency-cruise.mjs');
    await check('types', [...tsc, '--noEmit', '-p', '.']);
    await check('types of the core, with the language alone', [...tsc, '--noEmit', '-p', 'tsconfig.core.json']);
    await check('lint', [...BIN('eslint', 'bin/eslint.js'), '.', '--max-warnings', '0']);
    await check('dependency rules', [...cruise, 'src', 'standins', 'e2e', 'demo', '--config', '.dependency-cruiser.cjs']);
    await check('dependency rules find a wrong import', [...cruise, 'src', '--config', join(ROOT, '.dependency-cruiser.cjs')], { cwd: join(ROOT, 'test/fixtures/wrong-import'), mustFail: true });
  }
  if (parts.includes('unit')) await jest('unit', name, {});
  if (parts.includes('database')) {
    const cluster = await startCluster('test', { wantedPort: 5480, durable: false, taken: new Set() });
    try {
      await jest('database', name, { TEST_ADMIN_URL: cluster.url('postgres') });
    } finally {
      cluster.stop();
    }
  }
  if (parts.includes('browser')) {
    await ensureBuild();
    await jest('browser', name, {});
  }
  rmSync(join(stateFolder('test')), { recursive: true, force: true });
  console.log(`\n${total.passed} passed, ${total.failed} failed, ${total.skipped} skipped`);
  return total.failed > 0 || total.passed === 0 ? 1 : 0;
});
