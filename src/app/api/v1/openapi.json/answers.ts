import { RECORD_STATUSES } from '../../../../core/ledger/schema';
import { ANSWERS } from '../../../../core/ledger/types';

// The shapes of what is answered, as JSON Schema. A test calls every route with its example and holds the answers against them.

export type Json = Record<string, unknown>;

export const text: Json = { type: 'string' };
const number: Json = { type: 'number' };
const whole: Json = { type: 'integer' };
const yesNo: Json = { type: 'boolean' };
const instant: Json = { type: 'string', format: 'date-time' };
const day: Json = { type: 'string', format: 'date' };
/** An instant, or a day where only that is known. */
const moment: Json = { anyOf: [instant, day] };
const hash: Json = { type: 'string', pattern: '^[0-9a-f]{64}$' };
const orNull = (schema: Json): Json => ({ anyOf: [schema, { type: 'null' }] });
const list = (items: Json): Json => ({ type: 'array', items });
const counts: Json = { type: 'object', additionalProperties: whole };

/** All fields are always there but for the optional ones. */
const object = (properties: Record<string, Json>, optional: Record<string, Json> = {}): Json => ({
  type: 'object',
  properties: { ...properties, ...optional },
  required: Object.keys(properties),
});

/** Why something was decided: a code, its words and, where there is one, the law. A reason may have values of its own. */
const reason: Json = { ...object({ code: text, text }, { source: text }), additionalProperties: true };

export const problem: Json = {
  ...object(
    { type: text, title: text, status: whole, code: text },
    { errors: list(object({ path: text, message: text })) },
  ),
  additionalProperties: true,
};

const outcome = object({ status: { enum: [...RECORD_STATUSES] } }, { id: text, reasons: list(reason) });
/** One for one, a list for a list. */
export const recorded: Json = { anyOf: [outcome, object({ results: list(outcome) })] };

export const started = object({ id: text });

export const standing = object({
  permitted: yesNo,
  standing: text,
  since: orNull(moment),
  because: orNull(text),
  mayAskAgainFrom: orNull(moment),
  reasons: list(reason),
});

export const requestOpened = object({ ref: text, acknowledgeBy: orNull(day), dueOn: day });

export const clock = object({
  receivedOn: day,
  acknowledgeBy: orNull(day),
  actBy: orNull(day),
  dueOn: day,
  refuseBy: orNull(day),
  extendBy: orNull(day),
  extendedDueOn: orNull(day),
  appealDueOn: orNull(day),
  appealExtendBy: orNull(day),
  state: text,
  calendarDaysLeft: whole,
  workingDaysLeft: whole,
  pauses: list(object({ kind: text, from: day, to: orNull(day) })),
  laws: list(object({ regime: text, dueOn: day })),
  reasons: list(reason),
});

export const requestState = object({
  ref: text,
  right: text,
  stage: text,
  outcome: orNull(text),
  // Reasons stand in it as codes with their values.
  clock: { ...clock, properties: { ...(clock['properties'] as object), reasons: list({ type: 'object' }) } },
});

export const laws = object({
  laws: list({ ...object({ regime: text, reasons: list(reason) }), additionalProperties: true }),
  reasons: list(reason),
});

export const spans = object({
  spans: list(object({ start: whole, end: whole, kind: text, score: number, detector: text })),
});

export const matches = list(
  object({
    weight: number,
    probability: number,
    band: text,
    fields: list(object({ field: text, level: text, weight: number })),
  }),
);

export const importState = object({
  id: text,
  state: text,
  total: whole,
  recorded: whole,
  duplicate: whole,
  conflict: whole,
  suppressed: whole,
  quarantined: whole,
  done_lines: whole,
});

export const audience = object({
  id: text,
  name: text,
  purpose: text,
  channel: text,
  at: instant,
  runs: list(object({ id: text, state: text, lines: whole, permitted: whole, counts, at: instant })),
});

export const messageCheck = object({
  kind: text,
  isFit: yesNo,
  reasons: list(reason),
  requirements: list(object({ code: text, isMet: yesNo, text, add: orNull(text), source: text })),
  advice: list(object({ about: { enum: ['everybody', 'filter'] }, text, add: text })),
});

const entry = object({
  id: text,
  seq: whole,
  person: text,
  system: text,
  purpose: text,
  answer: { enum: [...ANSWERS] },
  occurredAt: moment,
  recordedAt: instant,
  confirms: orNull(text),
  ask: orNull(text),
  askVersion: orNull(whole),
  notice: orNull(text),
  noticeVersion: orNull(whole),
  method: orNull(text),
  country: orNull(text),
  language: orNull(text),
  channel: orNull(text),
  tree: whole,
  folio: whole,
  leaf: whole,
});
export const entries = object({ choices: list(entry), cursor: orNull(text) });

export const exportState = object({ id: text, format: text, state: text, rows: whole, at: instant });

const head = object({ tree: whole, size: whole, root: hash, signedAt: instant, signature: text, publicKey: text });
export const ledgerHead = object({
  size: whole,
  root: hash,
  signedAt: instant,
  signature: text,
  publicKey: text,
  trees: list(head),
});
export const consistency = object({ from: head, to: head, path: list(hash) });
export const proof = object({
  publicPart: text,
  sealedHash: hash,
  leaf: hash,
  folio: object({ number: whole, size: whole, leafIndex: whole, path: list(hash), root: hash }),
  tree: object({ number: whole, index: whole, size: whole, path: list(hash), root: hash }),
  head,
});
/** JSON-LD with terms of the Data Privacy Vocabulary; what belongs into it is said by ISO/IEC TS 27560. */
export const receipt: Json = {
  ...object({ '@context': { type: 'object' }, '@type': text, 'dct:identifier': text, 'schema:version': text }),
  additionalProperties: true,
};

export const verification = object({
  id: text,
  state: text,
  foliosTotal: orNull(whole),
  foliosDone: whole,
  choicesDone: whole,
  faults: list({ type: 'object' }),
});

export const health = object(
  { status: { enum: ['ok', 'degraded', 'down'] }, database: text, worker: text },
  { storage: text, mail: text, intake: text, daily: text },
);

export const webhookTaken = object({ status: text });
