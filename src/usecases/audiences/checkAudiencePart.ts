import { sayReason } from '../../core/words/reasons';
import { addressReader, identifierKindOf, type Channel } from '../../core/audiences/audience';
import type { StandingAnswer } from '../../core/ledger/types';
import { csvLine } from '../../core/shared/csv';
import { readsIn } from '../../db/standing/permissions';
import type { AudiencePart, CheckedPart } from '../../ports/threads';
import { checkMany, type Question } from '../standing/checkMany';
import type { Context } from '../shared/context';
import { normaliseIdentifier } from '../people/identifierKeys';

/** Asks about each address of some lines; every line comes back with permitted or the reason, in order. */
export async function checkAudiencePart(ctx: Context, part: AudiencePart): Promise<CheckedPart> {
  const kind = identifierKindOf(part.channel as Channel);
  const reader = addressReader(part.first, kind);
  const read = part.lines.map(({ line, raw }) => ({ line, given: reader.read(raw) ?? '' }));
  const questions = read.map(({ given }): Question | null => {
    const identifier = normaliseIdentifier(kind, given, part.systemId, part.country);
    return identifier ? { identifier, purpose: part.purpose } : null;
  });
  const found = await ctx.transaction((h) =>
    checkMany(
      ctx,
      readsIn(h),
      questions.filter((question) => question !== null),
    ),
  );
  const checked: CheckedPart = { text: '', lines: read.length, permitted: 0, counts: {} };
  let next = 0;
  for (const [i, { line, given }] of read.entries()) {
    const answer = questions[i] ? found[next++]! : null;
    const key = answer?.standing ?? 'unreadable';
    checked.counts[key] = (checked.counts[key] ?? 0) + 1;
    if (answer?.permitted) checked.permitted++;
    checked.text += sayLine(line, given, answer);
  }
  return checked;
}

function sayLine(line: number, given: string, answer: StandingAnswer | null): string {
  return csvLine([
    line,
    given,
    answer?.permitted ? 'yes' : 'no',
    answer?.standing ?? 'unreadable',
    answer ? (answer.reasons.slice(-1).map(sayReason)[0] ?? '') : 'This cannot be read as an address.',
    answer?.since,
  ]);
}
