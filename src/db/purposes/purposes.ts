import type { PurposeShown } from '../../core/purposes/views';
import type { PurposeVersion, WordingVersion } from '../../core/ledger/types';
import type { Handle } from '../shared/handle';

interface PurposeRow {
  id: string;
  version: number;
  valid_from: string;
  recorded_at: string;
  kind: PurposeVersion['kind'];
  kinds: PurposeVersion['kinds'];
  parent: string | null;
  title: string;
  plain: string;
  words: PurposeWithWords['words'];
  confirm_within_hours: number | null;
  confirm_by: 'source' | 'bookend';
  shelf_life_days: number | null;
  ask_again_after_days: number | null;
  ask_again_on_material: boolean;
  is_sale: boolean;
  channels: string[];
  categories: string[];
  recipients: string[];
  transfers: string | null;
  retention: string | null;
  balancing: string | null;
  published_by: string | null;
  sort_order: number;
}

export interface PurposeWithWords extends PurposeShown {
  publishedBy: string | null;
  sortOrder: number;
}

/** Every version of every purpose: a few dozen rows. */
export async function allPurposes(h: Handle): Promise<PurposeWithWords[]> {
  const rows = (await h.trx('purposes').orderBy(['sort_order', 'id', 'version']).limit(2000)) as PurposeRow[];
  return rows.map((row) => ({
    id: row.id,
    version: row.version,
    validFrom: row.valid_from,
    recordedAt: row.recorded_at,
    kind: row.kind,
    kinds: row.kinds,
    parent: row.parent,
    title: row.title,
    plain: row.plain,
    words: row.words,
    confirmWithinHours: row.confirm_within_hours,
    confirmBy: row.confirm_by,
    shelfLifeDays: row.shelf_life_days,
    askAgainAfterDays: row.ask_again_after_days,
    askAgainOnMaterial: row.ask_again_on_material,
    isSale: row.is_sale,
    channels: row.channels,
    categories: row.categories,
    recipients: row.recipients,
    transfers: row.transfers,
    retention: row.retention,
    balancing: row.balancing,
    publishedBy: row.published_by,
    sortOrder: row.sort_order,
  }));
}

export async function insertPurpose(h: Handle, purpose: PurposeWithWords): Promise<void> {
  await h.trx('purposes').insert({
    id: purpose.id,
    version: purpose.version,
    valid_from: purpose.validFrom,
    recorded_at: purpose.recordedAt,
    kind: purpose.kind,
    kinds: JSON.stringify(purpose.kinds),
    parent: purpose.parent,
    title: purpose.title,
    plain: purpose.plain,
    words: JSON.stringify(purpose.words),
    confirm_within_hours: purpose.confirmWithinHours,
    confirm_by: purpose.confirmBy,
    shelf_life_days: purpose.shelfLifeDays,
    ask_again_after_days: purpose.askAgainAfterDays,
    ask_again_on_material: purpose.askAgainOnMaterial,
    is_sale: purpose.isSale,
    channels: [...purpose.channels],
    categories: [...purpose.categories],
    recipients: [...purpose.recipients],
    transfers: purpose.transfers,
    retention: purpose.retention,
    balancing: purpose.balancing,
    published_by: purpose.publishedBy,
    sort_order: purpose.sortOrder,
  });
}

interface WordingRow {
  kind: 'ask' | 'notice';
  id: string;
  version: number;
  valid_from: string;
  recorded_at: string;
  is_material: boolean;
  method: string | null;
  place: string | null;
  purposes: string[];
  words: Record<string, string>;
}

export interface Wording extends WordingVersion {
  method: string | null;
  place: string | null;
  purposes: readonly string[];
  /** The words themselves, by language. */
  words: Readonly<Record<string, string>>;
}

/** Every version of every ask and notice. */
export async function allWordings(h: Handle): Promise<Wording[]> {
  const rows = (await h.trx('wordings').orderBy(['kind', 'id', 'version']).limit(5000)) as WordingRow[];
  return rows.map((row) => ({
    kind: row.kind,
    id: row.id,
    version: row.version,
    validFrom: row.valid_from,
    recordedAt: row.recorded_at,
    isMaterial: row.is_material,
    method: row.method,
    place: row.place,
    purposes: row.purposes,
    words: row.words,
  }));
}

export async function insertWording(h: Handle, wording: Wording): Promise<void> {
  await h.trx('wordings').insert({
    kind: wording.kind,
    id: wording.id,
    version: wording.version,
    valid_from: wording.validFrom,
    recorded_at: wording.recordedAt,
    is_material: wording.isMaterial,
    method: wording.method,
    place: wording.place,
    purposes: [...wording.purposes],
    words: JSON.stringify(wording.words),
  });
}
