import { existsSync, readdirSync } from 'node:fs';
import { run } from './run.mjs';
import { Failed, say } from './say.mjs';

const PG_ROOT = '/usr/lib/postgresql';

/** The folder of PostgreSQL's server programs, newest first; they are not on the PATH. */
export function postgresBin() {
  if (!existsSync(PG_ROOT)) return null;
  const versions = readdirSync(PG_ROOT).filter(
    (name) => existsSync(`${PG_ROOT}/${name}/bin/initdb`) && existsSync(`${PG_ROOT}/${name}/bin/postgres`),
  );
  const newest = versions.sort((a, b) => Number(b) - Number(a))[0];
  return newest ? `${PG_ROOT}/${newest}/bin` : null;
}

export async function ensurePostgres() {
  if (!postgresBin()) await install('postgresql');
  return postgresBin();
}

export async function ensureChromium() {
  if (!existsSync('/usr/bin/chromium')) await install('chromium');
  return '/usr/bin/chromium';
}

/** A program of Debian's that tests need beside these. */
export async function ensureProgram(path, name) {
  if (!existsSync(path)) await install(name);
  return path;
}

async function install(name) {
  const isRoot = process.getuid?.() === 0;
  const sudo = isRoot ? [] : ['sudo', '-n'];
  const todo = `Install it yourself (apt-get install ${name}), or run this as root, or with sudo that asks no password.`;
  if (!existsSync('/usr/bin/apt-get')) throw new Failed(`${name} is missing, and this is no Debian.`, todo);
  say(`installing Debian’s ${name}${isRoot ? '' : ' with sudo'}`);
  // The package would start a cluster of its own on the usual port; we bring ours.
  const env = { DEBIAN_FRONTEND: 'noninteractive' };
  const apt = (...args) =>
    run([...sudo, 'apt-get'][0], [...sudo.slice(1), ...(isRoot ? [] : ['apt-get']), ...args], { env, quiet: true });
  try {
    await apt('install', '-y', '--no-install-recommends', name).catch(async () => {
      await apt('update');
      await apt('install', '-y', '--no-install-recommends', name);
    });
  } catch (error) {
    throw new Failed(`${name} could not be installed: ${error.message}`, todo);
  }
}
