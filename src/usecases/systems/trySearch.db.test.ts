import { must } from '../../../test/support/must';
import { requestWorld, type RequestWorld } from '../../../test/support/requestWorld';
import { ConnectorError } from '../../ports/connector';
import type { Context } from '../shared/context';
import { trySearch } from './trySearch';

let rw: RequestWorld;
let ib: Context;
beforeAll(async () => {
  rw = await requestWorld('try_search');
  ib = { ...rw.world.user('usr_ib', 'administrator'), connect: rw.world.worker.connect };
});
afterAll(() => rw.world.close());

const METTE = 'mette@mail.example';
const attempt = (email: string, ctx = ib, id = 'sys_shelf') => trySearch(ctx, { id, email });

test('what a trace would find is counted, nothing is kept, and who was looked for is in the trail, sealed', async () => {
  rw.outside.held = [{ emails: [METTE] }, { emails: [METTE] }, { emails: ['bo@mail.example'] }];
  expect(must(await attempt(` ${METTE.toUpperCase()} `))).toEqual({
    found: [{ collection: 'customers', count: 2 }],
    isCut: false,
  });
  expect(must(await attempt('nobody@mail.example'))).toEqual({ found: [], isCut: false });
  expect(await rw.world.knex('matches').select('id')).toEqual([]);
  const tried = await rw.world.knex('trail').where({ act: 'search-tried' });
  expect(tried.map(({ subject, actor }) => [subject, actor])).toEqual([
    ['sys_shelf', 'usr_ib'],
    ['sys_shelf', 'usr_ib'],
  ]);
  expect(JSON.stringify(tried)).not.toContain(METTE);
});

test('who may, what is no address, a system that is not there or does not answer', async () => {
  expect(await attempt(METTE, rw.signe)).toMatchObject({ refusal: { code: 'not-allowed' } });
  expect(await attempt('no address')).toMatchObject({ refusal: { code: 'test-address-unreadable' } });
  expect(await attempt(METTE, ib, 'sys_none')).toMatchObject({ refusal: { code: 'not-found' } });
  const away: Context = {
    ...ib,
    connect: (system) => ({
      ...ib.connect(system),
      async *search() {
        throw new ConnectorError('refused', 'The service refuses the connection.', null);
      },
    }),
  };
  expect(await attempt(METTE, away)).toMatchObject({
    refusal: { code: 'system-unreachable', message: 'The service refuses the connection.' },
  });
});
