import { linkSync, mkdirSync, readFileSync, rmSync, statSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { isAlive } from './alive.mjs';
import { ROOT } from './run.mjs';
import { say } from './say.mjs';

/** How long somebody may take to clear away the lock of a dead process, milliseconds. */
const CLEARING_MS = 10_000;

/** Does a piece of work that two commands of this folder must not do at once; the second waits. A lock of a dead process is none. */
export async function oneAtATime(name, work) {
  mkdirSync(join(ROOT, 'var'), { recursive: true });
  const file = join(ROOT, 'var', `${name}.lock`);
  for (let isSaid = false; !take(file);) {
    if (!isSaid && !clearDead(file)) {
      say(`another command is ${name}; waiting for it`);
      isSaid = true;
    } else clearDead(file);
    await new Promise((resolve) => setTimeout(resolve, 300));
  }
  try {
    return await work();
  } finally {
    rmSync(file, { force: true });
  }
}

/** A lock appears whole, with the number of its process in it: nobody reads it half written. */
function take(file) {
  const own = `${file}.${process.pid}`;
  writeFileSync(own, String(process.pid));
  try {
    linkSync(own, file);
    return true;
  } catch (error) {
    if (error.code !== 'EEXIST') throw error;
    return false;
  } finally {
    rmSync(own, { force: true });
  }
}

/** Takes away the lock of a dead process. One at a time, and only after another look: else a second one would take away the lock of whoever came between. */
function clearDead(file) {
  const clearing = `${file}.clearing`;
  if (!take(clearing)) {
    if (Date.now() - (ageOf(clearing) ?? Date.now()) > CLEARING_MS) rmSync(clearing, { force: true });
    return false;
  }
  try {
    const holder = read(file);
    if (holder === null) return true;
    if (isAlive(holder)) return false;
    rmSync(file, { force: true });
    return true;
  } finally {
    rmSync(clearing, { force: true });
  }
}

function read(file) {
  try {
    return Number(readFileSync(file, 'utf8'));
  } catch {
    return null;
  }
}

function ageOf(file) {
  try {
    return statSync(file).mtimeMs;
  } catch {
    return null;
  }
}
