import { statfsSync } from 'node:fs';
import { backupsIn } from './lib/backups.mjs';
import { isBegun, keeperState, place, readJson, versionOf } from './lib/own.mjs';
import { endWith, Failed } from './lib/say.mjs';

const GB = 1e9;

/** What runs, since when, versions, last backup, room, queue. Ends with 1 where something is not well. */
endWith(async () => {
  if (!isBegun()) throw new Failed('There is no installation here.', 'Begin one with ./bookend start.');
  const rows = [];
  const row = (name, said) => rows.push([name, said]);
  const state = keeperState();
  const update = readJson(place('update.json'));
  row('data', place());
  row('version', state ? state.version : versionOf());
  if (state && state.version !== versionOf())
    row('', `this folder holds ${versionOf()}: ./bookend update brings it in`);
  if (update) row('update', `cut off at “${update.step}”: ./bookend update finishes it`);
  const [newest] = backupsIn(place('backups'));
  row('last backup', newest ? `${readJson(place('backups', newest, 'made.json')).at} (${newest})` : 'none');
  const { bavail, blocks, bsize } = statfsSync(place());
  row('room', `${((bavail * bsize) / GB).toFixed(1)} of ${((blocks * bsize) / GB).toFixed(1)} GB are free`);
  if (!state) {
    row('running', 'no');
    print(rows);
    return 1;
  }
  row('running', `since ${state.since} (keeper ${state.pid})`);
  const address = `http://127.0.0.1:${state.options.metricsPort}`;
  const health = await fetch(`${address}/health`).then(
    (response) => response.json(),
    () => ({ status: 'down', keeper: 'does not answer' }),
  );
  for (const one of health.processes ?? state.processes)
    row(
      one.name,
      `${one.isAlive ? `since ${one.since}` : 'ended, is started again'}${one.restarts > 0 ? `, started again ${one.restarts} times, last after ${one.lastEnd?.signal ?? `code ${one.lastEnd?.code}`}` : ''}`,
    );
  const { status, processes: _, ...parts } = health;
  row('health', `${status}${status === 'ok' ? '' : `: ${notWell(parts)}`}`);
  const figures = await fetch(`${address}/metrics`).then(
    (response) => response.text(),
    () => '',
  );
  const waiting = (name) => new RegExp(`^${name} (\\d+)`, 'm').exec(figures)?.[1] ?? '?';
  const jobs = (states) =>
    states.reduce(
      (sum, one) => sum + Number(new RegExp(`bookend_jobs\\{state="${one}"\\} (\\d+)`).exec(figures)?.[1] ?? 0),
      0,
    );
  row(
    'queue',
    `${jobs(['created', 'retry'])} waiting, ${jobs(['active'])} running, ${jobs(['failed'])} failed; ${waiting('bookend_mail_waiting')} letters to send`,
  );
  row('address', `http://${state.options.host}:${state.options.port}`);
  row('figures', `${address}/metrics`);
  print(rows);
  return status === 'ok' ? 0 : 1;
});

function notWell(parts) {
  return Object.entries(parts)
    .filter(([, said]) => said !== 'ok')
    .map(([part, said]) => `${part} ${said}`)
    .join(', ');
}

function print(rows) {
  for (const [name, said] of rows) console.log(`${name.padEnd(12)} ${said}`);
}
