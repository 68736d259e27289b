import { AsyncLocalStorage } from 'node:async_hooks';
import type { Knex } from 'knex';
import pg from 'pg';
import pino from 'pino';
import { directoryConnector } from '../connectors/directory/directoryConnector';
import { fileReader } from '../connectors/files/fileReader';
import { filesConnector } from '../connectors/files/filesConnector';
import { MADE_UP_RANGES } from '../core/sites/place';
import { isSql } from '../core/systems/kinds';
import { imapConnector, mailboxConnector } from '../connectors/mailbox/mailboxConnector';
import { ownConnector } from '../connectors/own/ownConnector';
import { restConnector } from '../connectors/rest/restConnector';
import { sqlConnector } from '../connectors/sql/sqlConnector';
import { tillsConnector } from '../connectors/tills/tillsConnector';
import { newWordBook } from '../db/standing/words';
import type { Handle } from '../db/shared/handle';
import type { Actor } from '../ports/actor';
import type { Clock } from '../ports/clock';
import { ConnectorError, type Connector } from '../ports/connector';
import type { Jobs } from '../ports/jobs';
import type { Context, SystemToReach } from '../usecases/shared/context';
import { findOwnRecords } from '../usecases/systems/ownRecords';
import { installed, type Kept } from './installed';
import type { Config } from './config';
import { folders } from './folders';
import { help } from './help';
import { fileJournal } from './journal';
import { readPlaces } from './places';
import { publicHolidays } from './holidays';
import { keysFromText, readKeys } from './keys';
import { folderStorage } from './storage';

/** Whether what runs now is part of a transaction. */
const inTransaction = new AsyncLocalStorage<boolean>();
/** The innermost lock under which something works. */
const lock = new AsyncLocalStorage<{ isLost: boolean }>();

/** Wires everything once per process; `as` gives the context of one actor. */
// One line for each thing that use cases need.
// eslint-disable-next-line max-lines-per-function
export function createContext(
  config: Config,
  knex: Knex,
  jobs: Jobs,
  actor: Actor,
  clock: Clock = clockOf(config),
  kept: Kept = { current: {} },
): Context {
  const now = installed(config, kept);
  const keys = config.BOOKEND_KEYS ? keysFromText(config.BOOKEND_KEYS) : readKeys(config.BOOKEND_KEY_FILE!);
  const ctx: Context = {
    actor,
    clock,
    keys,
    jobs,
    folders,
    journal: fileJournal(config.BOOKEND_JOURNAL),
    witness: { folder: config.BOOKEND_WITNESS ?? null, mail: config.BOOKEND_WITNESS_MAIL ?? null },
    storage: folderStorage(config.BOOKEND_STORAGE),
    mailer: now.mailer,
    holidays: publicHolidays(),
    log: logOf(config),
    words: newWordBook(),
    // A worker puts a pool here.
    threads: null,
    looker: null,
    fileReader,
    // Asked anew each time: an administrator may have set it otherwise meanwhile.
    get inbox() {
      return now.inbox();
    },
    get organisation() {
      return now.settled().organisation;
    },
    get baseUrl() {
      return now.settled().baseUrl;
    },
    get reach() {
      return now.settled().reach;
    },
    get origins() {
      return now.settled().origins;
    },
    get requestYears() {
      return now.settled().requestYears;
    },
    get terms() {
      return now.settled().terms;
    },
    get matterUrl() {
      return now.settled().matterUrl;
    },
    get isSetUp() {
      return now.settled().isSetUp;
    },
    help,
    outside: now.outside,
    layers: { given: config.given, fallback: config.fallback },
    places: config.BOOKEND_PLACES
      ? readPlaces(config.BOOKEND_PLACES)
      : config.BOOKEND_MODE === 'production'
        ? []
        : MADE_UP_RANGES,
    trees: config.BOOKEND_LEDGER_TREES,
    operationPauseMs: config.BOOKEND_OPERATION_PAUSE_MS,
    retryBaseMs: config.BOOKEND_RETRY_BASE_MS,
    connect: (system) => connect(ctx, system),
    transaction: <T>(work: (h: Handle) => Promise<T>) => {
      mayBegin();
      return inTransaction.run(true, () => knex.transaction((trx) => work({ trx, actor: ctx.actor })));
    },
    snapshot: <T>(work: (h: Handle) => Promise<T>) => {
      mayBegin();
      return inTransaction.run(true, () =>
        knex.transaction((trx) => work({ trx, actor: ctx.actor }), {
          isolationLevel: 'repeatable read',
          readOnly: true,
        }),
      );
    },
    reading: <T>(work: (h: Handle) => Promise<T>) => {
      mayBegin();
      return work({ trx: knex as Knex.Transaction, actor: ctx.actor });
    },
    exclusively: (name, work) => exclusively(config.DATABASE_URL, name, work),
  };
  return ctx;
}

function mayBegin(): void {
  if (lock.getStore()?.isLost) throw new LockLost();
  // A second connection that is waited for while the first is held can wait for ever when all are held so.
  if (inTransaction.getStore()) throw new Error('a transaction was begun inside of another one');
}

function connect(ctx: Context, system: SystemToReach): Connector {
  if (system.kind === 'bookend') return ownConnector((keys) => findOwnRecords(ctx, keys));
  if (!system.connection) throw new ConnectorError('not-allowed', `${system.name} has no connection settings.`);
  if (isSql(system.kind)) return sqlConnector(system.id, system.connection, system.fields, system.references);
  if (system.kind === 'rest') return restConnector(system.id, system.connection);
  if (system.kind === 'mailbox') return mailboxConnector(system.connection);
  if (system.kind === 'imap') return imapConnector(system.connection);
  if (system.kind === 'directory') return directoryConnector(system.connection);
  if (system.kind === 'files' || system.kind === 'logs') return filesConnector(system.connection, system.fields);
  if (system.kind === 'tills') return tillsConnector(system.connection);
  throw new ConnectorError('not-allowed', `${system.name}: there is no connector of kind ${system.kind}.`);
}

/** A lock of its own connection: it goes when the process dies, so that another can take over at once. */
async function exclusively<T>(url: string, name: string, work: () => Promise<T>): Promise<T | null> {
  const client = new pg.Client({ connectionString: url, application_name: 'bookend-lock' });
  const held = { isLost: false };
  client.on('error', () => {
    held.isLost = true;
  });
  await client.connect();
  try {
    const { rows } = await client.query<{ got: boolean }>(
      'select pg_try_advisory_lock(hashtextextended($1, 1)) as got',
      [name],
    );
    return rows[0]!.got ? await lock.run(held, work) : null;
  } finally {
    // What is broken already need not be ended.
    await client.end().catch(() => {});
  }
}

/** The database was away for a moment: somebody else may hold the lock by now and do the same work. */
export class LockLost extends Error {
  override name = 'LockLost';
  readonly code = 'lock-lost';
  constructor() {
    super('the lock of this work went with its connection');
  }
}

/** `BOOKEND_NOW` is where the legal clock stood at `BOOKEND_NOW_SINCE`; it goes on from there, alike in every process. */
export function clockOf(config: Pick<Config, 'BOOKEND_NOW' | 'BOOKEND_NOW_SINCE'>): Clock {
  const real = () => new Date().toISOString();
  const fixed = config.BOOKEND_NOW ? Date.parse(config.BOOKEND_NOW) : null;
  const started = config.BOOKEND_NOW_SINCE ? Date.parse(config.BOOKEND_NOW_SINCE) : Date.now();
  return { real, now: () => (fixed === null ? real() : new Date(fixed + Date.now() - started).toISOString()) };
}

function logOf(config: Config): pino.Logger {
  return pino({ level: config.BOOKEND_LOG_LEVEL, base: null, timestamp: pino.stdTimeFunctions.isoTime });
}
