// Run after a change of dependencies. `npm ci` wants every optional package of every platform in the lock file,
// but a registry may not have served them all; this writes the missing ones in as placeholders. On the platform
// that runs here they are never fetched.
import { readFileSync, writeFileSync } from 'node:fs';

const FILE = new URL('../package-lock.json', import.meta.url);
const OS = ['darwin', 'win32', 'freebsd', 'openbsd', 'netbsd', 'sunos', 'aix', 'android', 'openharmony', 'linux'];
const CPU = ['arm64', 'x64', 'ia32', 'arm', 'ppc64', 's390x', 'riscv64', 'loong64', 'mips64el', 'wasm32'];

const lock = JSON.parse(readFileSync(FILE, 'utf8'));
const packages = lock.packages;

function isKnown(name, from) {
  for (let folder = from; ;) {
    if (packages[`${folder ? `${folder}/` : ''}node_modules/${name}`]) return true;
    if (!folder) return false;
    const at = folder.lastIndexOf('node_modules/');
    folder = at > 0 ? folder.slice(0, at - 1) : '';
  }
}

let added = 0;
for (const [from, meta] of Object.entries({ ...packages })) {
  for (const [name, range] of Object.entries(meta.optionalDependencies ?? {})) {
    if (isKnown(name, from)) continue;
    packages[`node_modules/${name}`] = {
      version: range.replace(/^[\^~]/, ''),
      optional: true,
      ...(meta.dev ? { dev: true } : {}),
      os: [OS.find((os) => name.includes(os)) ?? 'none'],
      cpu: [CPU.find((cpu) => name.includes(cpu)) ?? 'none'],
    };
    added++;
  }
}
lock.packages = Object.fromEntries(Object.entries(packages).sort(([a], [b]) => (a < b ? -1 : 1)));
writeFileSync(FILE, `${JSON.stringify(lock, null, 2)}\n`);
console.log(`${added} placeholders added`);
