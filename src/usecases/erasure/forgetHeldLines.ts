import type { ImportId } from '../../core/shared/ids';
import { clearHeldLine, heldLinesAnywhere } from '../../db/imports/imports';
import type { Handle } from '../../db/shared/handle';
import type { Context } from '../shared/context';
import { openRaw } from '../imports/sealed';
import type { KnownPerson } from '../people/knownPerson';
import { speaksOfPerson } from '../people/speaksOfPerson';

const AT_ONCE = 1000;

/** Every line of a file that was held back and speaks of the person loses its words; that there was one, and why it was held, stays. */
export async function forgetHeldLines(ctx: Context, h: Handle, person: KnownPerson): Promise<void> {
  const speaks = speaksOfPerson(person);
  for (let after: { import_id: ImportId; line: number } | null = null; ;) {
    const rows = await heldLinesAnywhere(h, after, AT_ONCE);
    for (const row of rows) if (speaks((await openRaw(ctx, h, row, row)) ?? '')) await clearHeldLine(h, row);
    if (rows.length < AT_ONCE) return;
    after = rows.at(-1)!;
  }
}
