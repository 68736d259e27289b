import type { Settings } from '../../core/installation/settings';
import { listSettings, type SettingsRow } from '../../db/installation/settings';
import type { Context } from '../shared/context';
import { settingSecrets } from './sealed';

/** What administrators set, secrets opened: for the program alone, never for a page. */
export async function readKept(ctx: Context): Promise<Settings> {
  const rows = await ctx.reading(listSettings);
  return Object.assign({}, ...rows.map((row) => opened(ctx, row))) as Settings;
}

/** One part of the setup with its secrets. */
export function opened(ctx: Context, row: Pick<SettingsRow, 'section' | 'said' | 'secrets_sealed'>): Settings {
  const secrets = row.secrets_sealed ? settingSecrets.openUnder(ctx.keys, null, row.secrets_sealed, row.section) : {};
  return { ...row.said, ...secrets };
}
