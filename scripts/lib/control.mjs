import { renameSync } from 'node:fs';
import { createServer } from 'node:http';
import { join } from 'node:path';

/** What a test may do to the world from outside: its processes end, its services are taken away and come back. */
function acts(world) {
  const storage = join(world.folder, 'storage');
  return {
    kill: () =>
      new Promise((resolve) => {
        world.children.worker.once('exit', resolve);
        world.children.worker.kill('SIGKILL');
      }),
    start: () => world.startWorker(),
    alive: () => {
      const dead = Object.values(world.children).filter(
        (child) => child && (child.exitCode !== null || child.signalCode !== null),
      );
      if (dead.length > 0) throw new Error(`${dead.map(({ label }) => label).join(', ')} ended`);
    },
    'database/away': () => world.outage.begin(),
    'database/back': () => world.outage.end(),
    'storage/away': () => renameSync(storage, `${storage}.away`),
    'storage/back': () => renameSync(`${storage}.away`, storage),
  };
}

/** Runs a test against a world, with where it is and how it is acted upon in its environment; ends the world after it. */
export async function withControl(world, work) {
  const all = acts(world);
  const control = createServer((request, response) => {
    const act = all[request.url?.slice(1) ?? ''];
    if (!act) return response.writeHead(404).end();
    Promise.resolve()
      .then(act)
      .then(
        () => response.end('done'),
        (error) => response.writeHead(500).end(String(error)),
      );
  });
  await new Promise((resolve) => control.listen(0, '127.0.0.1', resolve));
  const standins = world.env.STANDINS_FOLDER;
  const known = {
    address: world.address,
    ...world.urls,
    tillDrop: world.tillDrop,
    watched: join(standins, 'tills', 'drop'),
    mailbox: world.mailbox,
    privacyMailbox: world.env.BOOKEND_PRIVACY_MAILBOX,
    database: world.env.DATABASE_URL,
    shop: world.env.STANDINS_SHOP_URL,
    shopKey: world.settings.shopKey,
    auditorKey: world.settings.auditorKey,
    newsletterToken: world.settings.newsletterToken,
    webhookSecret: world.settings.webhookSecret,
    tills: join(standins, 'tills'),
    witness: join(world.folder, 'witness'),
    journal: world.env.BOOKEND_JOURNAL,
    worker: `http://127.0.0.1:${control.address().port}`,
  };
  try {
    await work({ E2E_WORLD: JSON.stringify(known) });
  } finally {
    control.close();
    await world.stop();
  }
}
