import type { PurposeVersion } from '../../core/consent/types';
import type { Handle } from '../handle';

interface PurposeRow {
  id: string;
  version: number;
  valid_from: string;
  recorded_at: string;
  kind: PurposeVersion['kind'];
  parent: string | null;
  title: string;
  plain: string;
  confirm_within_hours: number | null;
  shelf_life_days: number | null;
  ask_again_after_days: number | null;
  sort_order: number;
}

export interface PurposeWithWords extends PurposeVersion {
  plain: string;
}

/** Every version of every purpose: a few dozen rows. */
export async function allPurposes(h: Handle): Promise<PurposeWithWords[]> {
  const rows = (await h.trx('purposes').orderBy(['sort_order', 'id', 'version']).limit(2000)) as PurposeRow[];
  return rows.map((row) => ({
    id: row.id, version: row.version, validFrom: row.valid_from, recordedAt: row.recorded_at, kind: row.kind, parent: row.parent, title: row.title, plain: row.plain,
    confirmWithinHours: row.confirm_within_hours, shelfLifeDays: row.shelf_life_days, askAgainAfterDays: row.ask_again_after_days,
  }));
}

export async function insertPurpose(h: Handle, purpose: PurposeWithWords, sortOrder: number): Promise<void> {
  await h.trx('purposes').insert({
    id: purpose.id, version: purpose.version, valid_from: purpose.validFrom, recorded_at: purpose.recordedAt, kind: purpose.kind, parent: purpose.parent, title: purpose.title, plain: purpose.plain,
    confirm_within_hours: purpose.confirmWithinHours, shelf_life_days: purpose.shelfLifeDays, ask_again_after_days: purpose.askAgainAfterDays, sort_order: sortOrder,
  });
}
