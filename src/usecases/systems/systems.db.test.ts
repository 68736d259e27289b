import { mkdtempSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { createClient } from '../../db/shared/client';
import { must, refusal } from '../../../test/support/must';
import { packOf } from '../../../test/support/packs';
import { sayDayIn } from '../../core/letters/frame';
import { localDay } from '../../core/shared/days';
import { giveVerdicts } from '../trace/review';
import { traceView } from '../trace/traceView';
import { notSearched } from '../trace/notSearched';
import { startTrace } from '../trace/startTrace';
import { decide } from '../requests/decide';
import { readDesk } from '../desk/readDesk';
import { startPack } from '../packs/buildPack';
import { addSystem, changeConnection, tryConnection } from './addSystem';
import { changeRegister, changeSearching } from './changeSystem';
import { confirmFields, readFields } from './classify';
import { testSystem } from './reachSystem';
import { readSystem, readSystems } from './readSystems';

import { clubWorld, type ClubWorld } from '../../../test/support/clubWorld';

let world: ClubWorld['world'];
let admin: ClubWorld['admin'];
let owner: ClubWorld['owner'];
let coordinator: ClubWorld['coordinator'];
let url: ClubWorld['url'];
let traced: ClubWorld['traced'];
let club: ClubWorld['club'];
let close: ClubWorld['close'];
beforeAll(async () => void ({ world, admin, owner, coordinator, url, traced, club, close } = await clubWorld()));
afterAll(() => close());

test('settings are tried before anything is kept; what is wrong is said with what to do', async () => {
  expect(must(await tryConnection(admin, { kind: 'sql', settings: { url } }))).toEqual({
    ok: true,
    collections: 2,
    fields: 8,
  });
  const locked = new URL(url);
  locked.password = 'wrong';
  expect(must(await tryConnection(admin, { kind: 'sql', settings: { url: locked.toString() } }))).toMatchObject({
    ok: false,
    what: 'The database answers and turns us away.',
    said: expect.stringContaining('not-allowed'),
  });
  expect(must(await tryConnection(admin, { kind: 'files', settings: { path: '/nowhere/at/all' } }))).toMatchObject({
    ok: false,
    what: 'There is nothing at that path.',
  });
  expect(
    refusal(await tryConnection(admin, { kind: 'rest', settings: { url: 'https://x.example', mapping: '{' } })),
  ).toBe('settings-wrong');
  expect(refusal(await tryConnection(owner, { kind: 'sql', settings: { url } }))).toBe('not-allowed');
  // Neither this server's files nor what else is on its network are seen through a connection.
  for (const [kind, settings] of [
    ['files', { path: '/etc' }],
    ['sql', { url: 'postgres://a:b@10.0.0.7/payroll' }],
    ['rest', { url: 'http://169.254.169.254', mapping: '{}' }],
  ] as const) {
    expect(await tryConnection(admin, { kind, settings })).toMatchObject({
      ok: false,
      refusal: {
        code: 'settings-wrong',
        problems: { [Object.keys(settings)[0]!]: expect.stringContaining('BOOKEND_REACH') },
      },
    });
    expect(refusal(await addSystem(admin, club({ kind, settings })))).toBe('settings-wrong');
  }
  expect(await world.knex('systems').whereNot({ kind: 'bookend' })).toEqual([]);
});

test('from adding to being searched: read, confirmed, switched on; a trace finds what only the confirmed fields say', async () => {
  const { id } = must(await addSystem(admin, club()));
  expect((await world.knex('systems').where({ id }).first()).connection_sealed.includes(Buffer.from('postgres'))).toBe(
    false,
  );
  expect(
    refusal(await changeSearching(owner, { system: id, isTraced: true, searchesInactive: true, inactive: null })),
  ).toBe('not-read');
  expect(must(await readFields(owner, { id }))).toEqual({ collections: 2, fields: 8, references: 1 });
  const view = must(await readSystem(owner, { id }));
  expect(view.fields.filter(({ proposed }) => proposed).map(({ field, proposed }) => [field, proposed])).toEqual([
    ['who', 'full-name'],
    ['reach', 'email'],
    ['notes', 'free-text'],
  ]);
  expect([view.settings, view.sealed]).toEqual([{}, ['url']]);
  expect(
    refusal(await changeSearching(owner, { system: id, isTraced: true, searchesInactive: true, inactive: null })),
  ).toBe('fields-unconfirmed');

  expect(
    must(
      await confirmFields(owner, {
        system: id,
        collection: 'club.members',
        holds: { who: 'full-name', reach: 'email', notes: 'free-text', state: null, invented: 'email' },
      }),
    ),
  ).toEqual({ confirmed: 4 });
  must(
    await changeRegister(owner, {
      system: id,
      collection: 'club.members',
      title: 'Riding club · members',
      purposes: ['running the club'],
      categories: ['name and contact'],
      recipients: [],
      retention: 'one year after leaving',
      source: 'you',
      transfers: null,
      automatedDecisions: null,
      isGiven: true,
      nothing: [],
    }),
  );
  must(await changeSearching(owner, { system: id, isTraced: true, searchesInactive: true, inactive: null }));

  const ref = await traced();
  const found = must(await traceView(coordinator, { ref }))!.matches.filter(({ system }) => system === id);
  expect(found.map(({ place, because }) => `${place} ${because}`).sort()).toEqual(
    [
      'club.members/1 email, name',
      'club.members/2 email, name',
      'club.members/3 speaks of them',
      'club.rides/1 hangs on club.members 1',
      'club.rides/2 hangs on club.members 2',
    ].sort(),
  );
});

test('people who are no longer active are left out only by a field that is there, counted, and named in the letter', async () => {
  const [row] = await world.knex('systems').where({ name: 'Riding club' });
  expect(
    refusal(
      await changeSearching(admin, {
        system: row.id,
        isTraced: true,
        searchesInactive: false,
        inactive: { collection: 'club.members', field: 'nothing', values: ['closed'] },
      }),
    ),
  ).toBe('inactive-unknown');
  must(
    await changeSearching(admin, {
      system: row.id,
      isTraced: true,
      searchesInactive: false,
      inactive: { collection: 'club.members', field: 'state', values: ['closed'] },
    }),
  );
  const ref = await traced();
  const view = must(await traceView(coordinator, { ref }))!;
  expect(
    view.matches
      .filter(({ system }) => system === row.id)
      .map(({ place }) => place)
      .sort(),
  ).toEqual(['club.members/1', 'club.members/3', 'club.rides/1']);
  const trace = await world.knex('traces').where({ id: view.id }).first();
  expect(await world.worker.transaction((h) => notSearched(h, trace, 'en'))).toEqual([
    'people who are no longer active in Riding club',
  ]);
});

test(
  'between trace and pack a column is renamed and a row vanishes: what was found is handed over, as of ' +
    'its day; traced again, the loss is told and stands in the letter',
  async () => {
    const [row] = await world.knex('systems').where({ name: 'Riding club' });
    const [ref, second] = [await traced(), await traced()];
    const foundOn = localDay(world.worker.clock.now(), 'Europe/Copenhagen');
    const client = createClient(url, 1);
    await client.raw('delete from club.rides where id = 1; alter table club.members rename column notes to remarks');
    world.pass(3 * 24 * 3600);

    const roots = must(await traceView(coordinator, { ref }))!.matches.filter(({ parent }) => !parent);
    must(
      await giveVerdicts(coordinator, { ref, verdicts: roots.map(({ id }) => ({ matchId: id, verdict: 'theirs' })) }),
    );
    must(await decide(coordinator, { ref, outcome: 'fulfil', ground: 'art-15', reason: 'It is their right.' }));
    // Nothing is claimed that nobody said: the pack stops, or says what is not recorded, and that becomes a task.
    expect(refusal(await startPack(coordinator, { ref }))).toBe('register-incomplete');
    must(await startPack(coordinator, { ref, sayMissing: true }));
    expect(
      (await readDesk(world.user('usr_sup', 'supervisor'))).waiting.map(({ who, what }) => `${who} ${what}`).join(),
    ).toContain('the register does not say');
    await world.drain();
    const files = await packOf(world, ref);
    const data = [...files]
      .filter(([name]) => name.endsWith('.json'))
      .map(([, bytes]) => bytes.toString())
      .join('\n');
    expect(data).toContain('Samsø');
    expect(data).toContain('"notes":"pays by card"');
    const cover = await world.worker.fileReader.words('cover-letter.pdf', files.get('cover-letter.pdf')!);
    expect(cover.replace(/\s+/g, ' ')).toContain(`as it stood on ${sayDayIn('en', foundOn)}`);

    must(await startTrace(coordinator, { ref: second }));
    await world.drain();
    const again = must(await traceView(coordinator, { ref: second }))!;
    expect([again.state, again.matches.some(({ place }) => place === 'club.members/1')]).toEqual(['finished', true]);
    expect(again.gone.map(({ system, place }) => `${system} ${place}`)).toEqual([
      'Riding club club.members/3',
      'Riding club club.rides/1',
    ]);
    expect(again.problems).toEqual([
      { system: 'Riding club', place: 'club.members.notes', text: expect.stringContaining('there no longer') },
    ]);
    const trace = await world.knex('traces').where({ id: again.id }).first();
    expect(await world.worker.transaction((h) => notSearched(h, trace, 'en'))).toContain(
      '1 part of Riding club that could not be read',
    );

    await client.raw('alter table club.members rename to riders');
    world.pass(60);
    must(await startTrace(coordinator, { ref: second }));
    await world.drain();
    expect(must(await traceView(coordinator, { ref: second }))!.problems).toEqual([
      { system: 'Riding club', place: 'club.members', text: expect.stringContaining('The table was there') },
    ]);
    await client.raw(
      'alter table club.riders rename to members; alter table club.members rename column remarks to notes',
    );
    await client.destroy();
    expect((await world.knex('systems').where({ id: row.id }).first()).is_traced).toBe(true);
  },
);

test('reading again keeps what was confirmed and lets go of what is there no longer', async () => {
  const [row] = await world.knex('systems').where({ name: 'Riding club' });
  const client = createClient(url, 1);
  await client.raw('alter table club.members drop column state, add column born date');
  await client.destroy();
  must(await readFields(admin, { id: row.id }));
  const members = must(await readSystem(admin, { id: row.id })).fields.filter(
    ({ collection }) => collection === 'club.members',
  );
  expect(members.map(({ field, isConfirmed, holds, proposed }) => [field, isConfirmed, holds, proposed])).toEqual([
    ['no', false, null, null],
    ['who', true, 'full-name', 'full-name'],
    ['reach', true, 'email', 'email'],
    ['notes', true, 'free-text', 'free-text'],
    ['born', false, null, 'birth-date'],
  ]);
});

test('a changed connection is kept only when it answers, a secret left empty stays', async () => {
  const [row] = await world.knex('systems').where({ name: 'Riding club' });
  expect(
    must(await changeConnection(owner, { id: row.id, settings: { url: 'postgres://x:y@127.0.0.1:9/z' } })),
  ).toMatchObject({ ok: false });
  expect(must(await testSystem(owner, { id: row.id }))).toMatchObject({ ok: true });
  expect(
    refusal(await changeConnection(owner, { id: row.id, settings: { url: 'postgres://x:y@elsewhere.example/z' } })),
  ).toBe('settings-wrong');
  expect(must(await changeConnection(owner, { id: row.id, settings: { url: '', schemas: 'club' } }))).toEqual({
    ok: true,
    collections: 2,
    fields: 8,
  });
  expect(must(await readSystem(owner, { id: row.id }))).toMatchObject({
    settings: { schemas: 'club' },
    sealed: ['url'],
  });
});

test('an owner sees and changes their own systems and no others; who only sees, sees no settings', async () => {
  const folder = mkdtempSync(join(tmpdir(), 'bookend-folder-'));
  writeFileSync(join(folder, 'camp.csv'), 'navn,mail\nIda,ida@mail.example\n');
  const { id } = must(
    await addSystem(
      admin,
      club({
        kind: 'files',
        name: 'Camp',
        ownerEmail: 'other@larkmere.example',
        settings: { path: folder, url: 'ignored' },
      }),
    ),
  );
  expect(must(await readSystems(owner)).systems.map(({ name }) => name)).toEqual(['Riding club']);
  for (const refused of [
    await readSystem(owner, { id }),
    await readFields(owner, { id }),
    await testSystem(owner, { id }),
    await changeConnection(owner, { id, settings: { path: folder } }),
    await confirmFields(owner, { system: id, collection: 'files', holds: {} }),
  ])
    expect(refusal(refused)).toBe('not-found');
  expect(must(await readSystem(coordinator, { id }))).toMatchObject({ settings: {}, sealed: [], mayChange: false });
  expect(refusal(await readFields(coordinator, { id }))).toBe('not-allowed');
  must(await readFields(admin, { id }));
  expect(must(await readSystem(admin, { id })).fields.map(({ field, proposed }) => [field, proposed])).toEqual([
    ['navn', 'full-name'],
    ['mail', 'email'],
  ]);
  expect(must(await readSystem(admin, { id })).settings).toEqual({ path: folder });
});

test('a system that is away is said, and everything is in the trail', async () => {
  const { id } = must(
    await addSystem(admin, club({ kind: 'mailbox', name: 'Old mail', settings: { path: '/nowhere/mail' } })),
  );
  expect(refusal(await readFields(admin, { id }))).toBe('system-unreachable');
  expect(must(await testSystem(admin, { id }))).toMatchObject({ ok: false, what: 'There is nothing at that path.' });
  const acts = await world.knex('trail').where({ act: 'system-changed' }).orderBy('at');
  expect(acts.length).toBeGreaterThanOrEqual(9);
});

test('a field of another party, confirmed as that, finds the record that names them and teaches nothing of whom it is about', async () => {
  const client = createClient(url, 1);
  await client.raw(
    `create table club.tips (id serial primary key, reach text, recommended_by text); insert into club.tips (reach,
  recommended_by) values ('newcomer@mail.example', 'mette@mail.example'),
  ('second@mail.example', 'third@mail.example')`,
  );
  await client.destroy();
  const [row] = await world.knex('systems').where({ name: 'Riding club' });
  must(await readFields(admin, { id: row.id }));
  const tips = must(await readSystem(admin, { id: row.id })).fields.filter(
    ({ collection }) => collection === 'club.tips',
  );
  expect(tips.map(({ field, proposed, role }) => [field, proposed, role])).toEqual([
    ['id', null, 'subject'],
    ['reach', 'email', 'subject'],
    ['recommended_by', 'email', 'other'],
  ]);
  const holds = Object.fromEntries(tips.map(({ field, proposed }) => [field, proposed]));
  must(
    await confirmFields(admin, { system: row.id, collection: 'club.tips', holds, roles: { recommended_by: 'other' } }),
  );
  expect(
    must(await readSystem(admin, { id: row.id })).fields.find(({ field }) => field === 'recommended_by'),
  ).toMatchObject({ holds: 'email', role: 'other', isConfirmed: true });
  const view = must(await traceView(coordinator, { ref: await traced() }))!;
  const found = view.matches.filter(({ place }) => place.startsWith('club.tips'));
  expect(found.map(({ place, band }) => `${place} ${band}`)).toEqual(['club.tips/1 possible']);
  expect(view.keys.map(({ value }) => value)).not.toContain('newcomer@mail.example');
  // As the record's own, it would be theirs, and bring the newcomer in.
  must(
    await confirmFields(admin, {
      system: row.id,
      collection: 'club.tips',
      holds,
      roles: { recommended_by: 'subject' },
    }),
  );
  const own = must(await traceView(coordinator, { ref: await traced() }))!;
  expect(own.matches.filter(({ place }) => place.startsWith('club.tips')).map(({ band }) => band)).not.toEqual([
    'possible',
  ]);
});

test(
  'an address that a record of theirs teaches finds them under another name at the same house, and ' +
    'nobody else who lives there',
  async () => {
    const client = createClient(url, 1);
    await client.raw(`
      create table club.homes (id serial primary key, given_name text, family_name text, reach text, street text,
        postcode text);
    insert into club.homes (given_name, family_name, reach, street, postcode) values
      ('Mette', 'Holmgaard', 'mette@mail.example', 'Strandgade 14', '8000'),
      ('Mette', 'Krogsgaard', null, 'Strandg. 14, 1. th', '8000'),
      ('Lars', 'Holmgaard', 'lars@mail.example', 'Strandgade 14', '8000'),
      ('Mette', 'Krogsgaard', null, 'Strandgade 14', '9000'),
      ('Mette', 'Holmgaard', 'mette@mail.example', 'Skolegade 2', '5000')`);
    await client.destroy();
    const [row] = await world.knex('systems').where({ name: 'Riding club' });
    must(await readFields(admin, { id: row.id }));
    const homes = must(await readSystem(admin, { id: row.id })).fields.filter(
      ({ collection }) => collection === 'club.homes',
    );
    must(
      await confirmFields(admin, {
        system: row.id,
        collection: 'club.homes',
        holds: Object.fromEntries(homes.map(({ field, proposed }) => [field, proposed])),
      }),
    );
    const view = must(await traceView(coordinator, { ref: await traced() }))!;
    const addresses = view.keys.filter(({ kind }) => kind === 'address');
    expect(addresses.map(({ value, taught }) => `${value} ${taught}`).sort()).toEqual([
      'Skolegade 2, 5000 true',
      'Strandgade 14, 8000 true',
    ]);
    const found = view.matches
      .filter(({ place }) => place.startsWith('club.homes'))
      .map(({ place, band }) => [place.split('/')[1], band]);
    // People move: another address takes nothing from them.
    expect(found.sort()).toEqual([
      ['1', 'certain'],
      ['2', 'possible'],
      ['5', 'certain'],
    ]);
  },
);
