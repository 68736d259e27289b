import { parse } from 'csv-parse/sync';
import { reason, type Reason } from '../../core/shared/reason';
import { choiceInputSchema, type ChoiceInput } from '../../core/consent/schema';

/** The columns of the tills' nightly file. One consent tick a line; a cell holds no line break. */
export const TILL_COLUMNS = ['line_id', 'signed_on', 'shop', 'loyalty_no', 'first_name', 'last_name', 'email', 'phone', 'country', 'purpose', 'tick'] as const;

/** J and N as the tills write them; W is a withdrawal at the counter. */
const TICKS: Readonly<Record<string, ChoiceInput['answer']>> = { J: 'grant', N: 'refuse', W: 'withdraw' };

export type TillLine = { line: number; raw: string } & ({ ok: true; choice: ChoiceInput } | { ok: false; reasons: Reason[] });

export type TillFileRefusal = { code: 'file-empty' } | { code: 'columns-missing'; missing: string[]; expected: string[] };

/** Splits a till file into its lines, header first. Every line that is not blank is accounted for. */
export function tillLines(text: string): { header: string; lines: { line: number; raw: string }[] } {
  const all = text.replace(/^\uFEFF/, '').split(/\r\n|\n|\r/);
  return { header: all[0] ?? '', lines: all.slice(1).map((raw, i) => ({ line: i + 2, raw })).filter(({ raw }) => raw.trim() !== '') };
}

export function checkTillHeader(header: string): TillFileRefusal | null {
  if (!header.trim()) return { code: 'file-empty' };
  const columns = cells(header) ?? [];
  const missing = TILL_COLUMNS.filter((column) => !columns.includes(column));
  return missing.length > 0 ? { code: 'columns-missing', missing, expected: [...TILL_COLUMNS] } : null;
}

/** Reads one line. What is wrong with it is said in full; nothing is guessed. */
export function readTillLine(header: string, { line, raw }: { line: number; raw: string }): TillLine {
  const columns = cells(header) ?? [];
  const values = cells(raw);
  if (!values) return { line, raw, ok: false, reasons: [reason('quotes-broken', 'The quotes in this line do not close.')] };
  if (values.length !== columns.length) return { line, raw, ok: false, reasons: [reason('cells-wrong', `${values.length} cells where the header has ${columns.length}.`)] };
  if (raw.includes('\uFFFD')) return { line, raw, ok: false, reasons: [reason('letters-broken', 'Letters in this line were lost by a wrong encoding.')] };
  const cell = (name: (typeof TILL_COLUMNS)[number]) => values[columns.indexOf(name)]!.trim();
  const answer = TICKS[cell('tick').toUpperCase()];
  if (!answer) return { line, raw, ok: false, reasons: [reason('tick-unknown', `The tick is “${cell('tick').slice(0, 20)}”; J, N and W are known.`)] };
  const email = cell('email');
  const identifiers = [
    ...(cell('loyalty_no') ? [{ kind: 'customer-number' as const, value: cell('loyalty_no') }] : []),
    ...(email ? [{ kind: 'email' as const, value: email }] : []),
    ...(cell('phone') ? [{ kind: 'phone' as const, value: cell('phone') }] : []),
  ];
  const draft = {
    occurredAt: cell('signed_on'), identifiers, purpose: cell('purpose'), answer, ask: 'till-sign-up', askVersion: 1, method: 'spoken', place: cell('shop'),
    country: cell('country') || null, language: null, address: null, name: { givenName: cell('first_name'), familyName: cell('last_name') }, evidence: null, externalId: cell('line_id') || null,
  };
  try {
    return { line, raw, ok: true, choice: choiceInputSchema.validateSync(draft, { abortEarly: false, strict: true }) };
  } catch (error) {
    const messages = error instanceof Error && 'errors' in error ? (error.errors as string[]) : [String(error)];
    return { line, raw, ok: false, reasons: messages.map((text) => reason('line-wrong', text.replace('occurredAt', 'signed_on'))) };
  }
}

function cells(line: string): string[] | null {
  try {
    const rows = parse(line, { delimiter: ';', relax_column_count: true }) as string[][];
    return rows.length === 1 ? rows[0]! : null;
  } catch {
    return null;
  }
}
