import type { SystemId } from '../../core/shared/ids';
import type { RegisterEntry } from '../../core/packs/cover';
import type { InactiveRule } from '../../core/systems/views';
import type { Handle } from '../shared/handle';

export interface SystemRow {
  id: SystemId;
  kind: string;
  name: string;
  default_country: string | null;
  connection_sealed: Buffer | null;
  is_traced: boolean;
  owner: string | null;
  /** Where a helper task goes; null: nobody can be asked. */
  owner_email: string | null;
  last_reached_at: string | null;
  last_error: string | null;
  sort_order: number;
  /** Whether people who are no longer active are searched too. */
  searches_inactive: boolean;
  inactive_rule: InactiveRule | null;
  /** When its collections and fields were last read. */
  read_at: string | null;
}

export async function systemById(h: Handle, id: string): Promise<SystemRow | undefined> {
  return h.trx('systems').where({ id }).first();
}

export async function listSystems(h: Handle): Promise<SystemRow[]> {
  return h.trx('systems').orderBy(['sort_order', 'id']).limit(500);
}

export async function insertSystem(
  h: Handle,
  row: Omit<
    SystemRow,
    'last_reached_at' | 'last_error' | 'owner_email' | 'searches_inactive' | 'inactive_rule' | 'read_at'
  > & { owner_email?: string | null },
): Promise<void> {
  await h.trx('systems').insert(row).onConflict('id').merge();
}

export async function setSystem(h: Handle, id: string, change: Partial<Omit<SystemRow, 'id'>>): Promise<void> {
  await h
    .trx('systems')
    .where({ id })
    .update({
      ...change,
      ...(change.inactive_rule === undefined
        ? {}
        : { inactive_rule: change.inactive_rule === null ? null : JSON.stringify(change.inactive_rule) }),
    });
}

export async function markReached(h: Handle, id: string, now: string, error: string | null): Promise<void> {
  await h
    .trx('systems')
    .where({ id })
    .update(error ? { last_error: error } : { last_reached_at: now, last_error: null });
}

interface CollectionRow {
  system_id: SystemId;
  collection: string;
  title: string;
  purposes: string[];
  categories: string[];
  recipients: string[];
  retention: string;
  source: string;
  transfers: string | null;
  automated_decisions: string | null;
  is_given: boolean;
  nothing: RegisterEntry['nothing'];
}

export async function registerEntries(h: Handle): Promise<RegisterEntry[]> {
  const rows = (await h.trx('system_collections').orderBy(['system_id', 'collection']).limit(2000)) as CollectionRow[];
  return rows.map(({ system_id, automated_decisions, is_given, ...row }) => ({
    ...row,
    system: system_id,
    automatedDecisions: automated_decisions,
    isGiven: is_given,
  }));
}

export async function insertRegisterEntry(h: Handle, entry: RegisterEntry): Promise<void> {
  const { system, automatedDecisions, isGiven, ...rest } = entry;
  await h
    .trx('system_collections')
    .insert({ ...rest, system_id: system, automated_decisions: automatedDecisions, is_given: isGiven })
    .onConflict(['system_id', 'collection'])
    .merge();
}
