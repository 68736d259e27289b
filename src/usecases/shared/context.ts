import type { Handle } from '../../db/shared/handle';
import type { WordBook } from '../../db/standing/words';
import type { Installation, Layers } from '../../core/installation/settings';
import type { Terms } from '../../core/installation/terms';
import type { AddressRange } from '../../core/sites/place';
import type { HelpSection } from '../../core/words/helpText';
import type { Reference } from '../../core/systems/references';
import type { Actor } from '../../ports/actor';
import type { Clock } from '../../ports/clock';
import type { Connector, FieldHolds } from '../../ports/connector';
import type { FileReader } from '../../ports/fileReader';
import type { Folders } from '../../ports/folders';
import type { Holidays } from '../../ports/holidays';
import type { Journal } from '../../ports/journal';
import type { Jobs } from '../../ports/jobs';
import type { Keys } from '../../ports/keys';
import type { Looker } from '../../ports/looker';
import type { Log } from '../../ports/log';
import type { Mailer } from '../../ports/mailer';
import type { Storage } from '../../ports/storage';
import type { Inbox } from '../../ports/inbox';
import type { Outside } from '../../ports/outside';
import type { Threads } from '../../ports/threads';

export type OrganisationSettings = Installation['organisation'];

export interface SystemToReach {
  id: string;
  kind: string;
  name: string;
  defaultCountry: string | null;
  /** Opened connection settings; null for Bookend itself. */
  connection: Record<string, string> | null;
  /** What people have confirmed that its fields hold. */
  fields: FieldHolds;
  /** What people have confirmed of the references between its collections. */
  references: readonly Reference[];
}

/** All that a use case may reach. Wired in `src/main`. */
export interface Context {
  actor: Actor;
  clock: Clock;
  keys: Keys;
  jobs: Jobs;
  storage: Storage;
  folders: Folders;
  journal: Journal;
  mailer: Mailer;
  holidays: Holidays;
  log: Log;
  /** Numbers for the words of the ledger. */
  words: WordBook;
  /** A pool for work over the whole ledger; null: it is done in this process. */
  threads: Threads | null;
  /** A browser that looks at sites; null: only a worker has one. */
  looker: Looker | null;
  /** The mailbox people write to about their data; null: there is none. */
  inbox: Inbox | null;
  fileReader: FileReader;
  organisation: OrganisationSettings;
  /** Whose installation it is was said: before that nothing is served but the way to say it. */
  isSetUp: boolean;
  /** What the environment says of the settings, and what holds where nobody says it. */
  layers: Pick<Layers, 'given' | 'fallback'>;
  /** What the pages say of themselves. */
  help: () => readonly HelpSection[];
  /** Ways out that are tried before they are kept. */
  outside: Outside;
  baseUrl: string;
  /** Hosts and folders that systems added by hand may lie at. */
  reach: readonly string[];
  /** Origins of sites whose pages may call the API from a browser. */
  origins: readonly string[];
  /** In how many trees the ledger lies: fixed before its first choice. */
  trees: number;
  /** Years after its answer that a request's own data is kept. */
  requestYears: number;
  /** Which addresses of visitors lie where. */
  places: readonly AddressRange[];
  /** How long Bookend keeps what is its own, and how often somebody may try. */
  terms: Terms;
  /** Where the organisation's own matter register shows a matter, with `{matter}`; null: it has no address. */
  matterUrl: string | null;
  /** Where heads are deposited for an outside witness; null: nowhere. */
  witness: { folder: string | null; mail: string | null };
  /** A pause before each write to an outside system, milliseconds: be gentle to small systems. */
  operationPauseMs: number;
  /** First wait before a failed system is tried again, milliseconds; doubles each time. */
  retryBaseMs: number;
  connect(system: SystemToReach): Connector;
  transaction<T>(work: (h: Handle) => Promise<T>): Promise<T>;
  /**
   * For a look that writes nothing and whose parts have to be of one moment: nothing recorded meanwhile is seen by one
   * and not by another.
   */
  snapshot<T>(work: (h: Handle) => Promise<T>): Promise<T>;
  /**
   * For a look that writes nothing and whose parts need not be of one moment: each question by itself, which is
   * cheaper.
   */
  reading<T>(work: (h: Handle) => Promise<T>): Promise<T>;
  /** Holds a named lock of the database while the work runs; null when another process has it. */
  exclusively<T>(name: string, work: () => Promise<T>): Promise<T | null>;
}

export function actAs(ctx: Context, actor: Actor): Context {
  return {
    ...ctx,
    actor,
    transaction: (work) => ctx.transaction((h) => work({ ...h, actor })),
    snapshot: (work) => ctx.snapshot((h) => work({ ...h, actor })),
    reading: (work) => ctx.reading((h) => work({ ...h, actor })),
  };
}
