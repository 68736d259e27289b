import type { SearchRefusal } from '../../core/ledger/refusals';
import type { PublicPart } from '../../core/ledger/leaf';
import { reachedWith, readReached, sayReached, type Reached } from '../../core/ledger/trees';
import { ok, refuse, type Result } from '../../core/shared/result';
import { EVERY_CHOICE, streamChoices, type ChoiceRow } from '../../db/ledger/ledger';
import { personsByHash } from '../../db/people/persons';
import { listSystems } from '../../db/systems/systems';
import type { Handle } from '../../db/shared/handle';
import type { Context } from '../shared/context';
import { indexText, normaliseIdentifier } from '../people/identifierKeys';

import { newWorkKey } from '../keys/workKeys';
import { recordTrail } from '../trail/recordTrail';
import { publicPartOf } from './sealChoices';
import { mayReadLedger } from './mayReadLedger';

export interface LedgerQuery {
  /** Instants; `to` is not included. */
  from?: string | null;
  to?: string | null;
  identifier?: { kind: string; value: string } | null;
  purpose?: string | null;
}

/** What of a choice is public, and where it lies. */
export interface LedgerEntry extends PublicPart {
  tree: number;
  folio: number;
  leaf: number;
}

const PAGE = 200;

/** The log, newest first: public parts, nobody named. With an identifier: of the people it points at. A search is a look. */
export async function searchLedger(
  ctx: Context,
  query: LedgerQuery & { cursor?: string | null },
): Promise<Result<{ choices: LedgerEntry[]; cursor: string | null }, SearchRefusal>> {
  if (!mayReadLedger(ctx)) return refuse({ code: 'not-allowed', act: 'ledger.see' });
  const before = query.cursor ? readCursor(query.cursor) : null;
  if (query.cursor && !before) return refuse({ code: 'cursor-unreadable' });
  return ctx.transaction(async (h) => {
    const personIds = query.identifier ? await peopleOf(ctx, h, query.identifier) : null;
    const rows = await streamChoices(h, ctx.trees, {
      ...EVERY_CHOICE,
      purpose: query.purpose ?? null,
      from: query.from ?? null,
      to: query.to ?? null,
      personIds,
      before,
      limit: PAGE + 1,
    });
    await recordTrail(
      ctx,
      h,
      'ledger-searched',
      null,
      query.identifier ? `${query.identifier.kind} ${query.identifier.value}` : null,
      query.identifier
        ? await newWorkKey(ctx, h, {
            kind: 'search',
            subject: 'ledger',
            hashes: await identifierHashes(ctx, h, query.identifier),
            name: nameIn(query.identifier),
          })
        : null,
    );
    const page = rows.slice(0, PAGE);
    return ok({
      choices: page.map(entryOf),
      cursor: rows.length > PAGE ? sayCursor(reachedWith(before, page)) : null,
    });
  });
}

const sayCursor = (reached: Reached) => Buffer.from(`before:${sayReached(reached)}`).toString('base64url');

function readCursor(cursor: string): Reached | null {
  const text = Buffer.from(cursor, 'base64url').toString('utf8');
  return text.startsWith('before:') ? readReached(text.slice('before:'.length)) : null;
}

/** Everybody an identifier points at; a customer number in whichever system. */
export async function peopleOf(
  ctx: Context,
  h: Handle,
  identifier: { kind: string; value: string },
): Promise<string[]> {
  return [
    ...new Set((await personsByHash(h, await identifierHashes(ctx, h, identifier))).map(({ person_id }) => person_id)),
  ];
}

/** Keyed hashes of an identifier, as each system would read it. */
export async function identifierHashes(
  ctx: Context,
  h: Handle,
  identifier: { kind: string; value: string },
): Promise<Buffer[]> {
  const texts = (await listSystems(h)).flatMap(({ id, default_country }) => {
    const normal = normaliseIdentifier(
      identifier.kind,
      identifier.value,
      id,
      default_country ?? ctx.organisation.country,
    );
    return normal ? [indexText(normal)] : [];
  });
  return [...new Set(texts)].map((text) => ctx.keys.index(text));
}

/** The name in an identifier that holds one. */
export function nameIn(identifier: { kind: string; value: string }): string {
  return identifier.kind === 'name-birth-date' ? identifier.value.split('|')[0]! : '';
}

export function entryOf(row: ChoiceRow): LedgerEntry {
  return { ...publicPartOf(row), tree: row.tree, folio: row.folio, leaf: row.leaf_index };
}
