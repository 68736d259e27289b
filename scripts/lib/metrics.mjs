import { createServer } from 'node:http';
import { statfsSync } from 'node:fs';

/** What is asked of the database for the figures, in one question. */
const COUNTS = `
  select
    (select extract(epoch from max(at)) from heartbeats where process = 'backup:last')::float as backup,
    (select count(*) from outbox where state = 'queued')::int + (select count(*) from letters where state = 'queued')::int as mail,
    (select count(*) from requests where is_open)::int as open,
    (select count(*) from requests where is_open and due_on < current_date)::int as late`;
const JOBS = `select state::text as state, count(*)::int as n from queue.job group by 1`;

/**
 * Health and figures for whoever watches the server, on a port of this machine alone: `/health` as JSON, `/metrics` in the text format
 * of Prometheus. Counts and times; no name, no address.
 */
export async function serveMetrics({ port, folder, url, health, processes }) {
  const [{ Registry, Gauge }, { default: pg }] = await Promise.all([import('prom-client'), import('pg')]);
  const pool = new pg.Pool({ connectionString: url, max: 1, connectionTimeoutMillis: 3000, statement_timeout: 5000 });
  pool.on('error', () => {});
  const registry = new Registry();
  const gauge = (name, help, labelNames = []) => new Gauge({ name, help, labelNames, registers: [registry] });
  const up = gauge('bookend_up', '1 where a process runs', ['process']);
  const restarts = gauge('bookend_restarts', 'How often a process was started again', ['process']);
  const healthy = gauge('bookend_healthy', '1 where a part is well', ['part']);
  const free = gauge('bookend_disk_free_bytes', 'Room for packs, uploads and the database');
  const backup = gauge('bookend_last_backup_timestamp_seconds', 'When the last backup was made; 0: none is known of');
  const jobs = gauge('bookend_jobs', 'Work in the queue', ['state']);
  const mail = gauge('bookend_mail_waiting', 'Letters and mails that are not sent yet');
  const open = gauge('bookend_requests_open', 'Open requests');
  const late = gauge('bookend_requests_late', 'Open requests past their day');

  const look = async () => {
    for (const { name, isAlive, restarts: times } of processes()) {
      up.set({ process: name }, isAlive ? 1 : 0);
      restarts.set({ process: name }, times);
    }
    const { bavail, bsize } = statfsSync(folder);
    free.set(bavail * bsize);
    const said = await health();
    for (const [part, state] of Object.entries(said))
      if (part !== 'status') healthy.set({ part }, state === 'ok' ? 1 : 0);
    try {
      const { rows } = await pool.query(COUNTS);
      backup.set(rows[0].backup ?? 0);
      mail.set(rows[0].mail);
      open.set(rows[0].open);
      late.set(rows[0].late);
      jobs.reset();
      for (const { state, n } of (await pool.query(JOBS)).rows) jobs.set({ state }, n);
    } catch {
      // Without the database the other figures are told all the same; `bookend_healthy` says that it is away.
      healthy.set({ part: 'database' }, 0);
    }
  };
  const server = createServer((request, response) => {
    const answer = async () => {
      if (request.url === '/health') {
        const said = await health();
        const body = JSON.stringify({ ...said, processes: processes() });
        response.writeHead(said.status === 'down' ? 503 : 200, { 'content-type': 'application/json' }).end(body);
      } else if (request.url === '/metrics') {
        await look();
        response.writeHead(200, { 'content-type': registry.contentType }).end(await registry.metrics());
      } else response.writeHead(404).end('There are /health and /metrics.\n');
    };
    answer().catch(() => response.headersSent || response.writeHead(500).end());
  });
  await new Promise((done, fail) => server.once('error', fail).listen(port, '127.0.0.1', done));
  return async () => {
    server.close();
    server.closeAllConnections();
    await pool.end().catch(() => {});
  };
}
