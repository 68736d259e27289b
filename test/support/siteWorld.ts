import { createServer, type Server } from 'node:http';
import type { AddressInfo } from 'node:net';
import { PLANTED } from '../../standins/site/club';
import { startSites } from '../../standins/site/site';
import { looker } from '../../src/connectors/browser/looker';
import { panelScript } from '../../src/main/panelScript';
import { takeExample } from '../../src/usecases/installation/takeExample';
import type { Context } from '../../src/usecases/shared/context';
import { panelOf } from '../../src/usecases/sites/panel';
import { addSite } from '../../src/usecases/sites/sites';
import { testWorld, type TestWorld } from './database';
import { must } from './must';

export const listening = (server: Server) =>
  new Promise<number>((resolve) => {
    const told = () => resolve((server.address() as AddressInfo).port);
    if (server.listening) told();
    else server.once('listening', told);
  });

/** The pages of the club on a server of their own, a worker with a browser, and Bookend as those pages see it. */
export interface SiteWorld {
  world: TestWorld;
  supervisor: Context;
  port: number;
  /** Answers of panels that reached Bookend: a look must send none. */
  answersArrived: string[];
  addClub(id: string, origins: string): Promise<unknown>;
  close(): Promise<void>;
}

export async function siteWorld(name: string): Promise<SiteWorld> {
  const world = await testWorld(name);
  const supervisor = world.user('usr_lead', 'supervisor', 'administrator');
  const answersArrived: string[] = [];
  // Its script, the list for visitors, and where answers would go.
  const bookend = createServer((request, response) => {
    if (request.url?.includes('/trackers')) return void response.writeHead(404).end();
    if (!request.url?.includes('/script.js')) {
      answersArrived.push(request.url ?? '');
      return void response.writeHead(204).end();
    }
    const tries = new URL(request.url, 'http://x').searchParams.get('try');
    void panelOf(world.worker, 'club', { address: null, gpc: false, device: 'unknown', tries }).then(async (config) =>
      response
        .writeHead(200, { 'content-type': 'text/javascript' })
        .end(`self.bookendPanel=${JSON.stringify(config)};\n${await panelScript()}`),
    );
  }).listen(0, '127.0.0.1');
  const bookendUrl = `http://127.0.0.1:${await listening(bookend)}`;
  const sites = startSites({ port: 0, bookendUrl, needs: 'usage' });
  const port = await listening(sites);
  const labels = ['club', ...new Set(PLANTED.map(({ host }) => host.replace('.localhost', '')))];
  const reach = [...labels, 'go'].map((label) => `${label}.localhost:${port}`);
  for (const ctx of [world.worker, supervisor]) {
    Object.defineProperty(ctx, 'baseUrl', { value: bookendUrl });
    Object.defineProperty(ctx, 'reach', { value: [...reach, 'gone.localhost:59998'] });
  }
  world.worker.looker = { ...looker, pauseMs: 0 };
  must(await takeExample(supervisor));
  const addClub = async (id: string, origins: string) =>
    must(
      await addSite(supervisor, {
        id,
        name: 'The club',
        origins,
        ask: 'account-usage',
        position: 'bottom',
        switches: '',
        held: '',
      }),
    );
  await addClub('club', `http://club.localhost:${port}`);
  return {
    world,
    supervisor,
    port,
    answersArrived,
    addClub,
    async close() {
      for (const server of [sites, bookend]) {
        server.closeAllConnections();
        server.close();
      }
      await world.close();
    },
  };
}
