import { existsSync, readdirSync, readFileSync, statSync, writeFileSync } from 'node:fs';
import { createHash } from 'node:crypto';
import { join } from 'node:path';
import { oneAtATime } from './lock.mjs';
import { ROOT, run } from './run.mjs';
import { step } from './say.mjs';

const MARK = join(ROOT, 'node_modules', '.bookend-lock');

function isInstalled(lock) {
  return existsSync(MARK) && readFileSync(MARK, 'utf8') === lock;
}

/** `npm ci` when the lock file is not the one that was installed. */
export async function ensureModules() {
  const lock = createHash('sha256')
    .update(readFileSync(join(ROOT, 'package-lock.json')))
    .digest('hex');
  if (isInstalled(lock)) return;
  await oneAtATime('installing', async () => {
    if (isInstalled(lock)) return;
    await step('installing the libraries (npm ci)', () =>
      run('npm', ['ci', '--no-audit', '--no-fund'], { quiet: true }),
    );
    writeFileSync(MARK, lock);
  });
}

function newest(path) {
  const info = statSync(path);
  if (!info.isDirectory()) return info.mtimeMs;
  return Math.max(info.mtimeMs, ...readdirSync(path).map((name) => newest(join(path, name))));
}

function isBuilt() {
  const id = join(ROOT, '.next', 'BUILD_ID');
  const sources = ['src', 'next.config.ts', 'package-lock.json', 'tsconfig.json']
    .map((name) => join(ROOT, name))
    .filter(existsSync);
  return existsSync(id) && statSync(id).mtimeMs > Math.max(...sources.map(newest));
}

/** Builds the web part when a source is newer than the build. */
export async function ensureBuild() {
  if (isBuilt()) return;
  await oneAtATime('building', async () => {
    if (isBuilt()) return;
    await step('building the web part', () =>
      run('node', ['node_modules/next/dist/bin/next', 'build'], { quiet: true, env: { NEXT_TELEMETRY_DISABLED: '1' } }),
    );
  });
}
