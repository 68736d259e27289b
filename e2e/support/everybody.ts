import type { Browser } from 'puppeteer-core';
import { launch, query, signedIn, WORLD } from './world';

/** Everybody who may come: the nine roles, a second owner of another system, and somebody who is not signed in. */
export const ROLES = [
  'coordinator',
  'supervisor',
  'auditor',
  'administrator',
  'counter-staff',
  'reviewer',
  'system-owner',
  'other-owner',
  'hold-keeper',
  'retention-keeper',
  'nobody',
] as const;
export type Role = (typeof ROLES)[number];
/** Roles that the demo has nobody for. The reviewer is a member of `{ref}` alone; one owner has the tills, the other the office’s files. */
const ADDED = {
  reviewer: 'reviewer',
  'system-owner': 'system-owner',
  'other-owner': 'system-owner',
  'hold-keeper': 'hold-keeper',
  'retention-keeper': 'retention-keeper',
} as const;
const SIGN_IN: Record<Exclude<Role, 'nobody'>, string> = {
  coordinator: 'signe',
  supervisor: 'mikkel',
  auditor: 'ulla',
  administrator: 'ib',
  'counter-staff': 'nanna',
  reviewer: 'reviewer',
  'system-owner': 'system-owner',
  'other-owner': 'other-owner',
  'hold-keeper': 'hold-keeper',
  'retention-keeper': 'retention-keeper',
};

export interface Everybody {
  cookies: ReadonlyMap<Role, string>;
  /** Names of real things, each of a kind. */
  values: Readonly<Record<string, string>>;
  /** A text with the names of things in braces, such as `{ref}`. */
  filled(text: string): string;
  leave(): Promise<void>;
}

/** Signs in one of each, and finds a thing of each kind that some may see and others may not. */
export async function everybody(): Promise<Everybody> {
  const browser: Browser = await launch();
  const cookies = new Map<Role, string>([['nobody', '']]);
  const values: Record<string, string> = {};
  for (const [who, role] of Object.entries(ADDED))
    await query(
      WORLD.database,
      `insert into users (id, email, name, password_hash, roles, active, created_at) select $1, $2, $1, password_hash, array[$3], true, created_at from users where id = 'usr_nanna' on conflict do nothing`,
      [`usr_${who}`, `${who}@larkmere.example`, role],
    );
  await query(
    WORLD.database,
    "update systems set owner_email = 'system-owner@larkmere.example' where id = 'sys_tills'",
  );
  const owner = await query<{ owner_email: string }>(
    WORLD.database,
    "update systems set owner_email = 'other-owner@larkmere.example' where id = 'sys_office' returning (select owner_email from systems where id = 'sys_office') as owner_email",
  );
  const before = owner[0]!.owner_email;
  for (const [role, who] of Object.entries(SIGN_IN)) {
    const page = await signedIn(browser, who);
    cookies.set(
      role as Role,
      (await page.browserContext().cookies()).map(({ name, value }) => `${name}=${value}`).join('; '),
    );
  }
  const one = async (name: string, sql: string) =>
    void (values[name] = (await query<{ v: string }>(WORLD.database, sql))[0]!.v);
  await one(
    'ref',
    'select r.ref as v from requests r join traces t on t.request_id = r.id join matches m on m.trace_id = t.id where r.closed_at is null limit 1',
  );
  await one('other', `select ref as v from requests where ref <> '${values['ref']}' and closed_at is null limit 1`);
  await one('run', "select id as v from runs where kind = 'compare-system' limit 1");
  // Of one request alone: what an earlier file chose is left.
  await query(WORLD.database, "delete from request_members where user_id = 'usr_reviewer'");
  await query(
    WORLD.database,
    "insert into request_members (request_id, user_id) select id, 'usr_reviewer' from requests where ref = $1 on conflict do nothing",
    [values['ref']],
  );
  await one(
    'match',
    `select m.id as v from matches m join traces t on t.id = m.trace_id join requests r on r.id = t.request_id where r.ref = '${values['ref']}' limit 1`,
  );
  await one(
    'letter',
    'select l.id as v from letters l join requests r on r.id = l.request_id where l.body_sealed is not null order by l.queued_at limit 1',
  );
  await one(
    'lettered',
    `select r.ref as v from letters l join requests r on r.id = l.request_id where l.id = '${values['letter']}'`,
  );
  await one('person', 'select id as v from persons where erased_at is null limit 1');
  await one('choice', 'select id as v from choices order by seq limit 1');
  await one('import', 'select id as v from imports limit 1');
  await one('erased', "select ref as v from requests where outcome in ('erased', 'erased-in-part') limit 1");
  return {
    cookies,
    values,
    filled: (text) => text.replace(/\{(\w+)\}/g, (_, name: string) => values[name]!),
    leave: async () => {
      await query(WORLD.database, "update systems set owner_email = $1 where id = 'sys_office'", [before]);
      await query(WORLD.database, "update systems set owner_email = null where id = 'sys_tills'");
      await browser.close();
    },
  };
}
