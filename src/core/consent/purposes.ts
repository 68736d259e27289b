import { epochOf } from '../shared/days';
import type { PurposeKind, PurposeVersion } from './types';

/** A purpose of which only what differs from the plain consent purpose is said. @example newPurpose({ id: 'newsletter', title: 'Newsletter' }).kind // 'consent' */
export function newPurpose<T extends Partial<PurposeVersion> & { id: string }>(draft: T): PurposeVersion & T {
  return {
    version: 1, validFrom: '2018-05-25T00:00:00Z', recordedAt: '2018-05-25T00:00:00Z', kind: 'consent', kinds: [], parent: null, title: draft.id,
    confirmWithinHours: null, shelfLifeDays: null, askAgainAfterDays: null, askAgainOnMaterial: false, isSale: false, ...draft,
  };
}

/** The version of a purpose in force at `at`, as known at `knownAt` (instants); null where there was none. */
export function purposeInForce(versions: readonly PurposeVersion[], id: string, at: string, knownAt: string): PurposeVersion | null {
  let found: PurposeVersion | null = null;
  for (const version of versions) {
    if (version.id !== id) continue;
    if (epochOf(version.validFrom) > epochOf(at) || epochOf(version.recordedAt) > epochOf(knownAt)) continue;
    const order = found ? epochOf(version.validFrom) - epochOf(found.validFrom) : 1;
    if (!found || order > 0 || (order === 0 && version.version > found.version)) found = version;
  }
  return found;
}

/** Every purpose in force at that time, in the order of the versions given. */
export function purposesInForce(versions: readonly PurposeVersion[], at: string, knownAt: string): PurposeVersion[] {
  return [...new Set(versions.map(({ id }) => id))].flatMap((id) => purposeInForce(versions, id, at, knownAt) ?? []);
}

/** A purpose's ancestors, nearest first. A loop in the tree ends the list. */
export function ancestorsIn(inForce: ReadonlyMap<string, PurposeVersion>, purpose: PurposeVersion): PurposeVersion[] {
  const line: PurposeVersion[] = [];
  const seen = new Set([purpose.id]);
  for (let id = purpose.parent; id && !seen.has(id); ) {
    seen.add(id);
    const parent = inForce.get(id);
    if (!parent) break;
    line.push(parent);
    id = parent.parent;
  }
  return line;
}

/**
 * The kind of a purpose for people of a place on a day.
 *
 * @param country ISO 3166 (`US` or `US-CA`), or null where it is not known: then the purpose's own kind
 * @param day calendar day
 */
export function kindFor(purpose: PurposeVersion, country: string | null, day: string): PurposeKind {
  if (!country) return purpose.kind;
  const fitting = purpose.kinds.filter((one) => one.from <= day && (one.country === country || country.startsWith(`${one.country}-`)));
  fitting.sort((a, b) => b.country.length - a.country.length || (a.from < b.from ? 1 : -1));
  return fitting[0]?.kind ?? purpose.kind;
}
