import { existsSync, linkSync, mkdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { createServer } from 'node:net';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { isAlive } from './alive.mjs';

/** Ports that some process of this machine has taken for itself, before anything listens there: one file each, with the number of its process. */
const CLAIMS = join(tmpdir(), `bookend-ports-${process.getuid?.() ?? 0}`);

function claim(port) {
  mkdirSync(CLAIMS, { recursive: true, mode: 0o700 });
  const file = join(CLAIMS, String(port));
  const own = `${file}.${process.pid}`;
  writeFileSync(own, String(process.pid));
  try {
    const holder = existsSync(file) ? Number(readFileSync(file, 'utf8')) : 0;
    if (holder === process.pid) return true;
    if (holder && !isAlive(holder)) rmSync(file, { force: true });
    // A link is made whole or not at all: of two at the same moment one gets the port.
    linkSync(own, file);
    process.once('exit', () => rmSync(file, { force: true }));
    return true;
  } catch (error) {
    if (error.code !== 'EEXIST' && error.code !== 'ENOENT') throw error;
    return false;
  } finally {
    rmSync(own, { force: true });
  }
}

function isFree(port) {
  return new Promise((resolve) => {
    const server = createServer();
    server.once('error', () => resolve(false));
    server.listen(port, '127.0.0.1', () => server.close(() => resolve(true)));
  });
}

/** The wanted port, or the next free one; never one of `taken`, nor one that another command of this machine has taken and not used yet. */
export async function freePort(wanted, taken = new Set()) {
  for (let port = wanted; port < wanted + 200; port++) {
    if (!taken.has(port) && (await isFree(port)) && claim(port)) {
      taken.add(port);
      return port;
    }
  }
  throw new Error(`no free port from ${wanted} on`);
}

/**
 * The ports of one world, by name: those it had the last time, where they are free, so that addresses that were noted or kept stay true.
 *
 * @param file where they are kept between starts
 * @param wanted the first choice for each
 */
export async function portsOf(file, wanted, taken = new Set()) {
  const before = existsSync(file) ? JSON.parse(readFileSync(file, 'utf8')) : {};
  const ports = {};
  for (const [name, first] of Object.entries(wanted)) {
    const own = before[name];
    ports[name] =
      own && !taken.has(own) && (await isFree(own)) && claim(own)
        ? (taken.add(own), own)
        : await freePort(first, taken);
  }
  writeFileSync(file, JSON.stringify(ports));
  return ports;
}

/** Waits until an address answers with success. */
export async function waitFor(url, { seconds = 60, child } = {}) {
  const end = Date.now() + seconds * 1000;
  for (;;) {
    if (child && (child.exitCode !== null || child.signalCode !== null))
      throw new Error(`${child.label} stopped; see ${child.logFile}`);
    const response = await fetch(url).catch(() => null);
    if (response?.ok) return;
    if (Date.now() > end)
      throw new Error(`${url} did not answer in ${seconds} s${child ? `; see ${child.logFile}` : ''}`);
    await new Promise((resolve) => setTimeout(resolve, 150));
  }
}
