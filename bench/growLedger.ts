import { encodeFolds } from '../src/core/standing/foldCodec';
import { foldOne, mergeFolds, type Fold } from '../src/core/standing/fold';
import type { Answer } from '../src/core/ledger/types';
import { insertDataKeys, type DataKeyRow } from '../src/db/keys/dataKeys';
import { saveFolds, type FoldRow } from '../src/db/standing/folds';
import { treeEnd } from '../src/db/ledger/ledger';
import { lockTrees } from '../src/db/ledger/trees';
import {
  insertIdentifiers,
  insertPersons,
  nextPersonNos,
  type IdentifierRow,
  type PersonRow,
} from '../src/db/people/persons';
import { sealChoices, type ChoiceToSeal } from '../src/usecases/ledger/sealChoices';
import { newDataKeyRow, asWrapped } from '../src/usecases/keys/vault';
import type { Context } from '../src/usecases/shared/context';
import { PURPOSES } from './ledgerWorld';

const PEOPLE_AT_ONCE = 1000;
const EACH = 10;
const START = Date.parse('2024-01-01T00:00:00Z');
const DAY = 86_400_000;

/**
 * Grows a ledger of real, sealed, signed choices: ten a person, spread over people and time, without a file to read. Goes on from
 * where an earlier run was cut off.
 */
export async function growLedger(ctx: Context, choices: number, tell: (n: number) => void): Promise<void> {
  const people = Math.ceil(choices / EACH);
  const terms = { ask: 'till-sign-up', askVersion: 1, notice: null, noticeVersion: null, country: 'DK' };
  const { n: already } = (await ctx.transaction((h) => h.trx('persons').count('* as n').first())) as { n: number };
  for (let from = Number(already); from < people; from += PEOPLE_AT_ONCE) {
    await ctx.transaction(async (h) => {
      await lockTrees(h, [0]);
      const end = await treeEnd(h, 0);
      const now = new Date(START + (from / people) * 800 * DAY).toISOString();
      const count = Math.min(PEOPLE_AT_ONCE, people - from);
      const numbers = await nextPersonNos(h, count);
      const [keys, persons, identifiers, folds]: [DataKeyRow[], PersonRow[], IdentifierRow[], FoldRow[]] = [
        [],
        [],
        [],
        [],
      ];
      const toSeal: ChoiceToSeal[] = [];
      for (let i = 0; i < count; i++) {
        const [id, keyRow, email] = [ctx.keys.id('per'), newDataKeyRow(ctx.keys, now), `p${from + i}@mail.example`];
        const key = asWrapped(keyRow)!;
        const hash = ctx.keys.index(`email::${email}`);
        keys.push(keyRow);
        persons.push({
          id,
          no: numbers[i]!,
          data_key_id: keyRow.id,
          name_sealed: null,
          country: 'DK',
          language: 'da',
          created_at: now,
          restricted_from: null,
          restricted_until: null,
          erased_at: null,
          birth_year: null,
          is_linked: false,
        });
        identifiers.push({
          person_id: id,
          kind: 'email',
          scope: '',
          value_sealed: ctx.keys.seal(key, email, `identifier:${id}`),
          hash,
          loose_hash: null,
          source_system: 'sys_shop',
          first_seen_at: now,
        });
        const own = new Map<string, Fold>();
        for (let c = 0; c < EACH; c++) {
          const purpose = PURPOSES[(i + c) % PURPOSES.length]!;
          const answer: Answer =
            purpose === 'marketing'
              ? (i + c) % 9 === 0
                ? 'object'
                : 'grant'
              : (['grant', 'grant', 'refuse', 'grant', 'withdraw'] as const)[(i * 3 + c) % 5]!;
          const occurredAt = new Date(Date.parse(now) - ((i * 31 + c * 17) % 300) * DAY).toISOString();
          toSeal.push({
            id: ctx.keys.id('cho'),
            person: { id, no: numbers[i]!, key, name: null, isNew: true },
            item: {
              ok: true,
              terms,
              identifiers: [],
              addressHash: null,
              birthYear: null,
              suppressionHashes: [],
              externalHash: ctx.keys.hash(Buffer.from(`x${from + i}-${c}`)),
              contentHash: hash,
              input: {
                occurredAt,
                identifiers: [],
                purpose,
                answer,
                confirms: null,
                ask: terms.ask,
                askVersion: 1,
                notice: null,
                noticeVersion: null,
                method: 'spoken',
                place: 'Aarhus',
                country: 'DK',
                language: 'da',
                address: null,
                name: null,
                evidence: null,
                externalId: `x${from + i}-${c}`,
              },
            },
          });
          const fold = foldOne(
            {
              id: '',
              seq: end.nextSeq + toSeal.length - 1,
              purpose,
              answer,
              occurredAt,
              recordedAt: now,
              confirms: null,
              address: null,
              terms,
              isTold: false,
            },
            null,
            ctx.organisation.zone,
          );
          const before = own.get(purpose);
          own.set(purpose, before ? mergeFolds(before, fold) : fold);
        }
        await ctx.words.ensure(h, PURPOSES, [terms]);
        folds.push({
          person_no: numbers[i]!,
          folds: Buffer.from(encodeFolds([...own.values()], ctx.words)),
          is_hard: false,
        });
      }
      await insertDataKeys(h, keys);
      await insertPersons(h, persons);
      await insertIdentifiers(h, identifiers);
      await sealChoices(ctx, h, end, 'sys_shop', toSeal, now);
      await saveFolds(h, folds, []);
    });
    if (((from - Number(already)) / PEOPLE_AT_ONCE) % 100 === 99) tell((from + PEOPLE_AT_ONCE) * EACH);
  }
}
