import { insertKeyChecks, keyChecks } from '../../db/keys/keyChecks';
import type { Context } from '../shared/context';

/**
 * At every start: are these the keys the database was written with? A key that was never seen before is remembered;
 * one that changed under the same version would make people unreadable or unfindable, and stops the start.
 *
 * @throws naming the key and what to do
 */
export async function checkKeys(ctx: Context): Promise<void> {
  await ctx.transaction(async (h) => {
    const known = new Map((await keyChecks(h)).map((row) => [`${row.kind} ${row.version}`, row.value]));
    const ours = ctx.keys.checks();
    for (const { kind, version, value } of ours) {
      const before = known.get(`${kind} ${version}`);
      if (before && !before.equals(value))
        throw new Error(
          `The ${kind} key (version ${version}) is not the one this database was written with. Put the right key ` +
            `file back; nothing was changed.`,
        );
    }
    const missing = [...known.keys()].filter(
      (name) => name.startsWith('master') && !ours.some(({ kind, version }) => `${kind} ${version}` === name),
    );
    if (missing.length > 0)
      throw new Error(
        `The key file lacks the ${missing.join(', ')} key that this database was written with. Put the newest key ` +
          `file back; nothing was changed.`,
      );
    await insertKeyChecks(
      h,
      ours.filter(({ kind, version }) => !known.has(`${kind} ${version}`)),
    );
  });
}
