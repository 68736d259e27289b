import { existsSync, mkdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { ROOT } from './run.mjs';
import { say } from './say.mjs';

function isAlive(pid) {
  try {
    process.kill(pid, 0);
    return true;
  } catch (error) {
    return error.code === 'EPERM';
  }
}

/** Does a piece of work that two commands of this folder must not do at once; the second waits. A lock of a dead process is none. */
export async function oneAtATime(name, work) {
  const file = join(ROOT, 'var', `${name}.lock`);
  mkdirSync(join(ROOT, 'var'), { recursive: true });
  for (let isSaid = false; ; ) {
    try {
      writeFileSync(file, String(process.pid), { flag: 'wx' });
      break;
    } catch (error) {
      if (error.code !== 'EEXIST') throw error;
    }
    const holder = existsSync(file) ? Number(readFileSync(file, 'utf8')) : 0;
    if (holder && !isAlive(holder)) rmSync(file, { force: true });
    else {
      if (!isSaid) say(`another command is ${name}; waiting for it`);
      isSaid = true;
      await new Promise((resolve) => setTimeout(resolve, 500));
    }
  }
  try {
    return await work();
  } finally {
    rmSync(file, { force: true });
  }
}
