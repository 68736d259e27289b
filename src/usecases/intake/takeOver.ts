import type { TakeOverRefusal } from '../../core/intake/refusals';
import {
  lacks,
  proposeTakeOver,
  readUnderWay,
  type TakeOverField,
  type TakeOverMapping,
  type UnderWay,
} from '../../core/intake/takeOver';
import type { TakeOverFile, TakeOverLine } from '../../core/intake/views';
import { wordCounter } from '../../core/imports/fileWords';
import { localDay } from '../../core/shared/days';
import { ok, refuse, type Result } from '../../core/shared/result';
import { sayRefusal } from '../../core/words/refusals';
import { lawTable } from '../../db/clock/laws';
import type { Handle } from '../../db/shared/handle';
import { requestById, requestTakenOver } from '../../db/requests/requests';
import { clockOf, lawsOfRequest } from '../clock/clockOf';
import { receivedAtOf } from '../clock/dayOfReceipt';
import { FileDamaged } from '../imports/readFile';
import { readTable, type Table } from '../imports/readTable';
import type { Context } from '../shared/context';
import { reach } from '../shared/may';
import { openRequestIn, type NewRequest } from './openRequest';

const MOST_BYTES = 5 * 1024 * 1024;
const MOST_LINES = 2000;

async function tableOf(ctx: Context, content: Buffer): Promise<Result<Table, TakeOverRefusal>> {
  if (!reach(ctx, 'requests.work')) return refuse({ code: 'not-allowed', act: 'requests.work' });
  if (content.length === 0 || content.length > MOST_BYTES) return refuse({ code: 'take-over-unreadable' });
  try {
    const table = await readTable(ctx, content);
    if (table.columns.length < 2 || table.rows.length === 0) return refuse({ code: 'take-over-unreadable' });
    if (table.rows.length > MOST_LINES)
      return refuse({ code: 'take-over-too-many', lines: table.rows.length, most: MOST_LINES });
    return ok(table);
  } catch (error) {
    if (error instanceof FileDamaged) return refuse({ code: 'take-over-unreadable' });
    throw error;
  }
}

/** Looks at a list of requests, and proposes how it is to be read. Nothing of it is kept. */
export async function readTakeOver(
  ctx: Context,
  { content }: { content: Buffer },
): Promise<Result<TakeOverFile, TakeOverRefusal>> {
  const table = await tableOf(ctx, content);
  if (!table.ok) return table;
  const { columns, rows } = table.value;
  const counter = wordCounter(columns, 'ndjson', '');
  for (const { cells } of rows)
    counter.add(JSON.stringify(Object.fromEntries(columns.map((column, i) => [column, cells[i]]))));
  const words = counter.words();
  const mapping = proposeTakeOver(
    columns,
    { words, valuesOf: (column) => counter.valuesOf(column) },
    ctx.organisation.country,
  );
  return ok({ columns, lines: rows.length, mapping, words });
}

interface Asked {
  content: Buffer;
  mapping: TakeOverMapping;
}

/** What would become of each line. Nothing is kept. */
export function tryTakeOver(ctx: Context, asked: Asked): Promise<Result<TakeOverLine[], TakeOverRefusal>> {
  return eachLine(ctx, asked, (h, request, line) => wouldOpen(ctx, h, request, line));
}

/**
 * Opens a request for each line that can be read, each by itself: with its own day of receipt and its own clock. Nobody is written to.
 * A line that was taken over before is not opened again.
 */
export function takeOver(ctx: Context, asked: Asked): Promise<Result<TakeOverLine[], TakeOverRefusal>> {
  return eachLine(ctx, asked, async (h, request, line) => {
    const looked = await wouldOpen(ctx, h, request, line);
    if (looked.outcome !== 'would-open') return looked;
    const opened = await openRequestIn(ctx, h, newRequest(ctx, request, line.hash));
    return opened.ok
      ? { ...looked, outcome: 'opened', ref: opened.value.ref }
      : withProblem(looked, sayRefusal(opened.refusal));
  });
}

interface Line {
  number: number;
  /** By what it is known again: the reference it had, or all it says. */
  hash: Buffer;
}

async function eachLine(
  ctx: Context,
  { content, mapping }: Asked,
  work: (h: Handle, request: UnderWay, line: Line) => Promise<TakeOverLine>,
): Promise<Result<TakeOverLine[], TakeOverRefusal>> {
  const table = await tableOf(ctx, content);
  if (!table.ok) return table;
  const problems = lacks(mapping);
  if (problems.length > 0) return refuse({ code: 'take-over-lacks', problems });
  const { columns, rows } = table.value;
  const zone = ctx.organisation.zone;
  const today = localDay(ctx.clock.now(), zone);
  const at = new Map(Object.entries(mapping.columns).map(([field, column]) => [field, columns.indexOf(column)]));
  const lines: TakeOverLine[] = [];
  const seen = new Set<string>();
  for (const { number, cells } of rows) {
    const cell = (field: TakeOverField) => cells[at.get(field) ?? -1] ?? '';
    const read = readUnderWay(mapping, cell, today, zone);
    if (!read.ok) {
      lines.push({ ...nothing(number), who: whoOf(cell), problems: read.problems });
      continue;
    }
    const hash = ctx.keys.index(`taken-over:${read.request.reference ?? JSON.stringify(cells)}`);
    const isTwice = seen.has(hash.toString('hex'));
    seen.add(hash.toString('hex'));
    lines.push(
      isTwice
        ? { ...nothing(number), who: whoOf(cell), problems: ['Its reference stands in an earlier line already.'] }
        : { ...(await ctx.transaction((h) => work(h, read.request, { number, hash }))), who: whoOf(cell) },
    );
  }
  return ok(lines);
}

const nothing = (line: number): TakeOverLine => ({
  line,
  who: '',
  outcome: 'problem',
  ref: null,
  right: null,
  law: null,
  receivedOn: null,
  dueOn: null,
  isLate: false,
  problems: [],
});

const withProblem = (line: TakeOverLine, problem: string): TakeOverLine => ({
  ...line,
  outcome: 'problem',
  problems: [problem],
});

const whoOf = (cell: (field: TakeOverField) => string): string =>
  cell('name') || [cell('givenName'), cell('familyName')].filter(Boolean).join(' ') || cell('email');

async function wouldOpen(ctx: Context, h: Handle, request: UnderWay, { number, hash }: Line): Promise<TakeOverLine> {
  const known = { ...nothing(number), right: request.right, receivedOn: request.receivedOn };
  const there = await requestTakenOver(h, hash);
  if (there) {
    const row = (await requestById(h, there))!;
    return { ...known, outcome: 'there', ref: row.ref, law: row.regime, dueOn: row.due_on };
  }
  const { receivedAt, before } = newRequest(ctx, request, hash);
  const place = { country: request.person.country ?? null, region: request.person.region ?? null };
  const { laws } = await lawsOfRequest(ctx, h, { place, right: request.right, receivedAt });
  if (laws.length === 0) return withProblem(known, sayRefusal({ code: 'no-law-found' }));
  const extended = before?.extended ?? null;
  const reading = clockOf(
    ctx,
    await lawTable(h),
    { regimes: laws.map(({ regime }) => regime), right: request.right, received_at: receivedAt },
    extended ? [{ kind: 'extended', at: extended.at, reason: extended.reason }] : [],
  );
  if (!reading.ok) return withProblem(known, sayRefusal(reading.refusal));
  const today = localDay(ctx.clock.now(), ctx.organisation.zone);
  const { dueOn } = reading.value;
  return { ...known, outcome: 'would-open', law: laws[0]!.regime, dueOn, isLate: dueOn < today };
}

function newRequest(ctx: Context, request: UnderWay, hash: Buffer): NewRequest {
  const at = (day: string | null) => (day === null ? null : receivedAtOf(ctx, day));
  return {
    right: request.right,
    receivedAt: receivedAtOf(ctx, request.receivedOn),
    channel: request.channel,
    person: request.person,
    text: request.text,
    language: request.language,
    before: {
      hash,
      acknowledgedAt: at(request.acknowledgedOn),
      provenAt: at(request.provenOn),
      extended: request.extended ? { at: at(request.extended.on)!, reason: request.extended.reason } : null,
    },
  };
}
