import { verifyFolio, type SealedChoice } from '../../core/ledger/verify';
import { personIdsByNo } from '../../db/ledger/numbers';
import { wholeFolios, type StoredChoice } from '../../db/ledger/wholeFolios';
import type { CheckedFolios, FolioRange } from '../../ports/threads';
import type { Context } from '../shared/context';
import { numbersAgree } from '../standing/choiceNumbers';
import { publicPartOf } from './sealChoices';

/** Checks the folios of a range, each by itself: its choices, their sealed parts, the numbers beside them, its root. */
export async function checkFolios(ctx: Context, { tree, from, to }: FolioRange): Promise<CheckedFolios> {
  return ctx.snapshot(async (h) => {
    await ctx.words.refresh(h);
    const whole = await wholeFolios(h, tree, from, to);
    const numbered = await personIdsByNo(
      h,
      [...whole.values()].flatMap(({ choices }) => choices.map(({ person_no }) => person_no)),
    );
    const checked: CheckedFolios = { tree, faults: [], choices: 0, roots: [] };
    for (let folio = from; folio <= to; folio++) {
      const found = whole.get(folio);
      checked.roots.push(found?.root ?? null);
      if (!found) {
        checked.faults.push({ tree, code: 'folio-missing', folio });
        continue;
      }
      checked.faults.push(
        ...verifyFolio((bytes) => ctx.keys.hash(bytes), {
          tree,
          folio,
          root: found.root,
          size: found.size,
          choices: found.choices.map((row) => toVerify(ctx, row, numbered)),
        }),
      );
      checked.choices += found.choices.length;
    }
    return checked;
  });
}

function toVerify(ctx: Context, row: StoredChoice, numbered: ReadonlyMap<number, string>): SealedChoice {
  return {
    part: publicPartOf(row),
    leafIndex: row.leaf_index,
    leaf: row.leaf,
    sealedHash: row.sealed_hash,
    sealed: row.sealed,
    numbersAgree: numbersAgree(ctx.words, row, numbered),
  };
}
