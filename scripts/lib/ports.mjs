import { createServer } from 'node:net';

function isFree(port) {
  return new Promise((resolve) => {
    const server = createServer();
    server.once('error', () => resolve(false));
    server.listen(port, '127.0.0.1', () => server.close(() => resolve(true)));
  });
}

/** The wanted port, or the next free one; never one of `taken`. */
export async function freePort(wanted, taken = new Set()) {
  for (let port = wanted; port < wanted + 200; port++) {
    if (!taken.has(port) && (await isFree(port))) {
      taken.add(port);
      return port;
    }
  }
  throw new Error(`no free port from ${wanted} on`);
}

/** Waits until an address answers with success. */
export async function waitFor(url, { seconds = 60, child } = {}) {
  const end = Date.now() + seconds * 1000;
  for (;;) {
    if (child && child.exitCode !== null) throw new Error(`${child.label} stopped; see ${child.logFile}`);
    const response = await fetch(url).catch(() => null);
    if (response?.ok) return;
    if (Date.now() > end) throw new Error(`${url} did not answer in ${seconds} s${child ? `; see ${child.logFile}` : ''}`);
    await new Promise((resolve) => setTimeout(resolve, 150));
  }
}
