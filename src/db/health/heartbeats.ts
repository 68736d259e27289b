import type { Handle } from '../shared/handle';

export async function beat(h: Handle, process: string, at: string): Promise<void> {
  await h.trx('heartbeats').insert({ process, at }).onConflict('process').merge();
}

/** When any of these processes was last seen alive; null: never. */
export async function lastBeat(h: Handle, kind: string): Promise<string | null> {
  const row = (await h
    .trx('heartbeats')
    .whereRaw('process like ?', [`${kind}:%`])
    .max('at as at')
    .first()) as unknown as { at: string | null };
  return row.at;
}

/** What ended long ago; when the last backup was made stays known. */
export async function forgetBeats(h: Handle, before: string): Promise<void> {
  await h.trx('heartbeats').where('at', '<', before).whereNot('process', 'like', 'backup:%').delete();
}
