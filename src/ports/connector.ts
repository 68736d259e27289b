import type { Holds } from '../core/systems/fieldHolds';
import type { PersonRecord } from '../core/people/record';
import type { Overlap, ReferenceEnds } from '../core/systems/references';

/** An identifier a trace searches by, normalised. `scope` is the system a customer number belongs to. */
export interface SearchKey {
  /** `address`: street with number, and postcode; only where a record has a name beside it. */
  kind: 'email' | 'phone' | 'customer-number' | 'name' | 'address';
  value: string;
  scope: string;
}

export interface RecordRef {
  collection: string;
  key: string;
}

export interface FoundFile {
  name: string;
  mediaType: string;
  base64: string;
  /** The file is the record itself, not something attached to it. */
  isRecord?: boolean;
}

/** One record as found: what it says, whom it says it of, and what it hangs on. */
export interface FoundRecord extends RecordRef {
  /** A line for people. */
  title: string;
  /** Every field, as text; null where empty. */
  fields: Record<string, string | null>;
  /** The person the record seems to be about; empty for what only hangs on another record. */
  person: PersonRecord;
  /** The record it was reached from by a reference, where it carries no identifier of its own. */
  parent: RecordRef | null;
  /**
   * How it hangs on that record. `names`: it only names whom that record is about. `same`: that record points at it,
   * or it shares what that record points at, so it is the same person's unless it says otherwise. Absent: it belongs
   * to it.
   */
  link?: 'names' | 'same';
  /** Records of others point at it as well. */
  isOthersToo?: boolean;
  /** References to other records, as a plan needs them. */
  refersTo: (RecordRef & { nullable: boolean })[];
  /** Running text, for messages and documents. */
  text: string | null;
  files: FoundFile[];
}

export interface FoundBatch {
  records: FoundRecord[];
  /** How many records were looked at for this batch. */
  scanned: number;
  /** What could not be read on the way; the rest was. */
  problems?: readonly FoundProblem[];
}

/** A record, or a part of one, that could not be searched. */
export interface FoundProblem extends RecordRef {
  code: string;
  text: string;
}

/**
 * What people have confirmed that fields hold, by collection and field; null: nothing of a person. Stronger than any
 * name.
 */
export type FieldHolds = Readonly<Record<string, Readonly<Record<string, Holds | null>>>>;

export interface FieldDescription {
  name: string;
  type: string;
  /** What it seems to hold of a person. */
  holds: string | null;
}

export interface SystemDescription {
  collections: {
    name: string;
    fields: FieldDescription[];
    approximateCount: number | null;
    /**
     * Fields of which each value stands once, the key that records are known by first. Only systems whose records refer
     * to each other say it.
     */
    keys?: readonly (readonly string[])[];
    /** References that the system declares itself. */
    references?: readonly Omit<ReferenceEnds, 'collection' | 'when'>[];
  }[];
}

/** `done`: the effect is there now. `accepted`: the system has taken it and will do it later. */
export type WriteOutcome = { state: 'done'; detail: string } | { state: 'accepted'; detail: string };

export interface WriteOptions {
  /** The same at every try of one operation. */
  idempotencyKey: string;
}

export interface AnonymiseOptions extends WriteOptions {
  /** Random, fresh for each record; stands where the person stood. */
  token: string;
  /** The person's identifiers: what has to go from a shared record. */
  person: PersonRecord;
  /** References of the record to let go of: what they point at is removed after it. */
  clearFirst?: readonly RecordRef[];
}

/** A system could not be reached or answered wrongly. `kind` is for people and for retrying. */
export class ConnectorError extends Error {
  override name = 'ConnectorError';
  constructor(
    readonly kind:
      'refused' | 'time-out' | 'rate-limited' | 'server-error' | 'wrong-answer' | 'not-allowed' | 'constraint',
    message: string,
    readonly retryAfterSeconds: number | null = null,
    options?: ErrorOptions,
  ) {
    super(message, options);
  }
}

/** Told by its name: a build may hold the class more than once, each in a part of its own. */
export function isConnectorError(error: unknown): error is ConnectorError {
  return error instanceof Error && error.name === 'ConnectorError';
}

/** What a system believes of one person and one purpose. */
export interface Flag {
  /** The record it stands in, as `flagOf` and `applyChoice` take it. */
  key: string;
  purpose: string;
  permits: boolean;
  identifiers: readonly { kind: 'email' | 'phone' | 'customer-number'; value: string }[];
}

/** One outside system. A connector says by having or not having a verb what the system can do. */
export interface Connector {
  describe(): Promise<SystemDescription>;
  /** Some records of a collection as they come, to tell from their values what its fields hold. */
  sample?(collection: string, most: number): Promise<Record<string, string | null>[]>;
  /** How far the values of some fields are those of the fields they may point at; some hundred values are looked at. */
  overlap?(ends: ReferenceEnds): Promise<Overlap>;
  /** All records that any of the keys points at, and what hangs on them. Throws ConnectorError. */
  search(keys: readonly SearchKey[]): AsyncIterable<FoundBatch>;
  /** The record as it is now, or null when it is gone. */
  read(ref: RecordRef): Promise<FoundRecord | null>;
  /** @param options `releasedBy`: records that refer to it and let go of it before */
  erase?(ref: RecordRef, options: WriteOptions & { releasedBy: readonly RecordRef[] }): Promise<WriteOutcome>;
  /** Records that refer to each other in a circle, in one act: all of them, or none. */
  eraseTogether?(refs: readonly RecordRef[], options: WriteOptions): Promise<WriteOutcome>;
  anonymise?(ref: RecordRef, options: AnonymiseOptions): Promise<WriteOutcome>;
  /** How many records of the collection, this one included, would look the same once it is anonymised. */
  alike?(ref: RecordRef): Promise<number>;
  /** Whether the effect is there: asked before a second try, and after an `accepted`. */
  isErased(ref: RecordRef): Promise<boolean>;
  isAnonymised?(ref: RecordRef, token: string, clearFirst?: readonly RecordRef[]): Promise<boolean>;
  /** Puts a corrected value into one field. */
  rectify?(ref: RecordRef, field: string, value: string, options: WriteOptions): Promise<WriteOutcome>;
  /** Marks a record so that the system only keeps it (GDPR art. 18). Only systems that know such a mark have it. */
  restrict?(ref: RecordRef, isOn: boolean, options: WriteOptions): Promise<WriteOutcome>;
  isRestricted?(ref: RecordRef): Promise<boolean>;
  /** Every flag the system keeps, some hundred at a time. Only systems that keep any have it. */
  flags?(): AsyncIterable<readonly Flag[]>;
  /** The flag as it is now; null where the record is gone. */
  flagOf?(key: string, purpose: string): Promise<boolean | null>;
  /** Sets the flag to what the ledger says. */
  applyChoice?(key: string, purpose: string, permits: boolean, options: WriteOptions): Promise<WriteOutcome>;
  /** The collections whose rows may be erased or anonymised one by one. */
  can(collection: string): { erase: boolean; anonymise: boolean };
  close(): Promise<void>;
}
