import type { Section, Settings } from '../../core/installation/settings';
import type { Handle } from '../shared/handle';

export interface SettingsRow {
  section: Section;
  said: Settings;
  secrets_sealed: Buffer | null;
  /** When somebody said that what is set works. */
  proven_at: string | null;
  /** Of the word that was sent to prove it. */
  proof_hash: Buffer | null;
  changed_by: string;
  changed_at: string;
}

export interface SettingsChangeRow {
  section: Section;
  changed_by: string;
  changed_at: string;
  before: Settings;
  after: Settings;
}

export async function listSettings(h: Handle): Promise<SettingsRow[]> {
  return h.trx('settings').orderBy('section');
}

/** @param why given, the row is held until it is changed */
export async function settingsOf(h: Handle, section: Section, why?: 'to change it'): Promise<SettingsRow | undefined> {
  const query = h.trx('settings').where({ section }).first();
  return why ? query.forUpdate() : query;
}

export async function keepSettings(h: Handle, row: SettingsRow): Promise<void> {
  await h
    .trx('settings')
    .insert({ ...row, said: JSON.stringify(row.said) })
    .onConflict('section')
    .merge();
}

export async function setProof(
  h: Handle,
  section: Section,
  change: Partial<Pick<SettingsRow, 'proven_at' | 'proof_hash'>>,
): Promise<void> {
  await h.trx('settings').where({ section }).update(change);
}

export async function noteSettingsChange(h: Handle, row: SettingsChangeRow): Promise<void> {
  await h
    .trx('settings_changes')
    .insert({ ...row, before: JSON.stringify(row.before), after: JSON.stringify(row.after) });
}

/** The latest first. */
export async function settingsChanges(h: Handle, section: Section, most: number): Promise<SettingsChangeRow[]> {
  return h
    .trx('settings_changes')
    .select('section', 'changed_by', 'changed_at', 'before', 'after')
    .where({ section })
    .orderBy('seq', 'desc')
    .limit(most);
}

interface InstallationCounts {
  coordinators: number;
  administrators: number;
  systems: number;
  traced: number;
  purposes: number;
  retention: number;
  drafts: number;
  laws: number;
  copies: number;
}

/** What the list of what is still open is made of, counted in one question. */
export async function installationCounts(h: Handle): Promise<InstallationCounts> {
  const { rows } = await h.trx.raw<{ rows: InstallationCounts[] }>(`
    select
      (select count(*) from users where active and roles && array['coordinator', 'supervisor'])::int as coordinators,
      (select count(*) from users where active and 'administrator' = any(roles))::int as administrators,
      (select count(*) from systems where kind not in ('bookend', 'import'))::int as systems,
      (select count(*) from systems where kind not in ('bookend', 'import') and is_traced)::int as traced,
      (select count(*) from purposes)::int as purposes,
      (select count(*) from retention_rules)::int as retention,
      (select count(*) from retention_drafts)::int as drafts,
      (select count(*) from law_standpoints)::int as laws,
      (select count(*) from key_exports where fetched_at is not null)::int as copies`);
  return rows[0]!;
}
