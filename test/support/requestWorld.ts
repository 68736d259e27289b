import type { RequestView } from '../../src/core/requests/views';
import { recordChoices } from '../../src/usecases/ledger/recordChoices';
import type { Context } from '../../src/usecases/shared/context';
import { insertUser } from '../../src/db/access/users';
import { insertSystem } from '../../src/db/systems/systems';
import type { Connector, FoundRecord } from '../../src/ports/connector';
import type { InboxMessage } from '../../src/ports/inbox';
import { openRequest, type NewRequest, type OpenedRequest } from '../../src/usecases/intake/openRequest';
import { requestView } from '../../src/usecases/requests/requestView';
import { testWorld, type TestWorld } from './database';
import { choice, seedLedger } from './ledger';
import { must } from './must';

/** Whose requests are opened where nothing else is said. */
export const EMAIL = 'lone.dam@mail.example';

/** What stands outside: a test says what is there. */
export interface Outside {
  messages: InboxMessage[];
  /** What a system of others holds of people, by e-mail. */
  held: FoundRecord['person'][];
}

export interface RequestWorld {
  world: TestWorld;
  /** Coordinator. */
  signe: Context;
  /** Supervisor. */
  mikkel: Context;
  outside: Outside;
  open(more?: Partial<NewRequest>): Promise<OpenedRequest>;
  view(ref: string, ctx?: Context): Promise<RequestView>;
}

/** Two colleagues who work on requests, two others, one person in the ledger, one system to search and a privacy mailbox. */
export async function requestWorld(name: string): Promise<RequestWorld> {
  const outside: Outside = { messages: [], held: [] };
  const shelf: Connector = {
    describe: async () => ({ collections: [] }),
    async *search(keys) {
      const found = outside.held.filter(({ emails = [], customerNumbers = [] }) =>
        keys.some(({ value }) => emails.includes(value) || customerNumbers.some((own) => own.value === value)),
      );
      yield {
        scanned: outside.held.length,
        records: found.map((person, n) => ({
          collection: 'customers',
          key: String(n),
          title: '',
          fields: {},
          person,
          parent: null,
          refersTo: [],
          text: null,
          files: [],
        })),
      };
    },
    read: async () => null,
    isErased: async () => true,
    can: () => ({ erase: false, anonymise: false }),
    close: async () => {},
  };
  const world = await testWorld(name);
  await seedLedger(world);
  await world.worker.transaction(async (h) => {
    await insertSystem(h, {
      id: 'sys_shelf',
      kind: 'sql',
      name: 'Shelf',
      default_country: 'DK',
      connection_sealed: null,
      is_traced: true,
      owner: null,
      sort_order: 3,
    });
    const colleagues = [
      ['usr_signe', 'Signe Aaby', 'coordinator'],
      ['usr_mikkel', 'Mikkel Krogh', 'supervisor'],
      ['usr_anna', 'Anna Bo', 'coordinator'],
      ['usr_pia', 'Pia Rask', 'counter-staff'],
    ] as const;
    for (const [id, called, role] of colleagues)
      await insertUser(h, {
        id,
        email: `${id}@x.example`,
        name: called,
        password_hash: 'x',
        roles: [role],
        active: true,
        created_at: '2026-01-01T00:00:00Z',
      });
  });
  const connect = world.worker.connect;
  world.worker.connect = (system) => (system.kind === 'sql' ? shelf : connect(system));
  world.worker.inbox = {
    identify: (key) => key,
    keys: async () => outside.messages.map(({ key }) => key),
    read: async (key) => outside.messages.find((one) => one.key === key) ?? null,
  };
  const signe = { ...world.user('usr_signe', 'coordinator'), connect: world.worker.connect };
  const mikkel = { ...world.user('usr_mikkel', 'supervisor'), connect: world.worker.connect };
  await recordChoices(world.worker, {
    systemId: 'sys_shop',
    choices: [
      choice({
        identifiers: [{ kind: 'email', value: EMAIL }],
        name: { givenName: 'Lone', familyName: 'Dam' },
        externalId: 'lone',
        occurredAt: world.worker.clock.now(),
      }),
    ],
  });
  return {
    world,
    signe,
    mikkel,
    outside,
    open: async (more = {}) =>
      must(
        await openRequest(signe, {
          right: 'access',
          receivedAt: world.worker.clock.now(),
          channel: 'phone',
          person: { givenName: 'Lone', familyName: 'Dam', emails: [EMAIL] },
          text: 'please',
          language: 'en',
          ...more,
        }),
      ),
    view: async (ref, ctx = mikkel) => must(await requestView(ctx, { ref })),
  };
}

/** The code of a refusal; null: it was none. */
export const refusal = (result: { ok: boolean; refusal?: { code: string } }): string | null =>
  result.ok ? null : result.refusal!.code;
