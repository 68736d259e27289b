import { spawn } from 'node:child_process';
import { appendFileSync, mkdirSync, openSync } from 'node:fs';
import { dirname, join } from 'node:path';
import { fileURLToPath } from 'node:url';

export const ROOT = join(dirname(fileURLToPath(import.meta.url)), '..', '..');

/** Every process that was started and lives: none is left behind when the command ends early. */
const living = new Set();

function watch(child) {
  living.add(child);
  child.once('close', () => living.delete(child));
  return child;
}

/** Ends whatever is still running, such as a loader in its middle. */
export const stopEverything = () => stopAll([...living]);

/** Runs to the end. With `quiet` its output is kept and shown only when it fails. */
export function run(command, args, { env = {}, quiet = false, cwd = ROOT } = {}) {
  return new Promise((resolve, reject) => {
    const child = watch(
      spawn(command, args, {
        cwd,
        env: { ...process.env, ...env },
        stdio: quiet ? ['ignore', 'pipe', 'pipe'] : ['ignore', 'inherit', 'inherit'],
      }),
    );
    let output = '';
    child.stdout?.on('data', (part) => (output += part));
    child.stderr?.on('data', (part) => (output += part));
    child.on('error', reject);
    child.on('close', (code) => {
      if (code === 0) return resolve(output);
      if (quiet) process.stderr.write(output.slice(-6000));
      reject(new Error(`${command} ${args.slice(0, 3).join(' ')} ended with ${code}`));
    });
  });
}

/** Starts a process that goes on; its output goes to a log file. */
export function start(name, command, args, { env, logs }) {
  mkdirSync(logs, { recursive: true });
  const log = join(logs, `${name}.log`);
  appendFileSync(log, `--- ${new Date().toISOString()}\n`);
  const fd = openSync(log, 'a');
  const child = watch(spawn(command, args, { cwd: ROOT, env: { ...process.env, ...env }, stdio: ['ignore', fd, fd] }));
  child.logFile = log;
  child.label = name;
  return child;
}

export async function stopAll(children) {
  const living = children.filter((child) => child && child.exitCode === null && child.signalCode === null);
  await Promise.all(
    living.map(
      (child) =>
        new Promise((resolve) => {
          const hard = setTimeout(() => child.kill('SIGKILL'), 7000);
          child.once('exit', () => {
            clearTimeout(hard);
            resolve();
          });
          child.kill('SIGTERM');
        }),
    ),
  );
}
