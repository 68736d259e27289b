import { epochOf } from '../shared/days';
import type { PurposeKind, PurposeVersion } from '../ledger/types';

/**
 * A purpose of which only what differs from the plain consent purpose is said. @example newPurpose({ id: 'newsletter',
 * title: 'Newsletter' }).kind // 'consent'
 */
export function newPurpose<T extends Partial<PurposeVersion> & { id: string }>(draft: T): PurposeVersion & T {
  return {
    version: 1,
    validFrom: '2018-05-25T00:00:00Z',
    recordedAt: '2018-05-25T00:00:00Z',
    kind: 'consent',
    kinds: [],
    parent: null,
    title: draft.id,
    confirmWithinHours: null,
    shelfLifeDays: null,
    askAgainAfterDays: null,
    askAgainOnMaterial: false,
    isSale: false,
    ...draft,
  };
}

/** The version of a purpose in force at `at`, as known at `knownAt` (instants); null where there was none. */
export function purposeInForce(
  versions: readonly PurposeVersion[],
  id: string,
  at: string,
  knownAt: string,
): PurposeVersion | null {
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
  for (let id = purpose.parent; id && !seen.has(id);) {
    seen.add(id);
    const parent = inForce.get(id);
    if (!parent) break;
    line.push(parent);
    id = parent.parent;
  }
  return line;
}

/** How much a kind asks for before something may be done; of several the highest is the strictest. */
const STRICTNESS: Readonly<Record<PurposeKind, number>> = {
  necessary: 0,
  'legitimate-interest': 1,
  'opt-out': 2,
  'soft-opt-in': 3,
  consent: 4,
};

const strictest = (kinds: readonly PurposeKind[]): PurposeKind =>
  kinds.reduce((found, kind) => (STRICTNESS[kind] > STRICTNESS[found] ? kind : found));

/**
 * The double opt-in window by the version of a purpose that was in force when the grant was given; for what was given
 * before its first version, that one.
 *
 * @returns hours, or null where it needed no confirmation
 */
export function confirmWindows(
  versions: readonly PurposeVersion[],
  knownAt: string,
): { at(purpose: string, epoch: number): number | null; everAsked: ReadonlySet<string> } {
  const known = versions.filter(({ recordedAt }) => epochOf(recordedAt) <= epochOf(knownAt));
  const lines = new Map<string, { from: number; version: number; hours: number | null }[]>();
  for (const { id, validFrom, version, confirmWithinHours } of known)
    lines.set(id, [...(lines.get(id) ?? []), { from: epochOf(validFrom), version, hours: confirmWithinHours }]);
  for (const line of lines.values()) line.sort((a, b) => a.from - b.from || a.version - b.version);
  return {
    at: (purpose, epoch) => {
      const line = lines.get(purpose);
      return (line?.findLast(({ from }) => from <= epoch) ?? line?.[0])?.hours ?? null;
    },
    everAsked: new Set(known.filter(({ confirmWithinHours }) => confirmWithinHours !== null).map(({ id }) => id)),
  };
}

/**
 * The kind of a purpose for people of a place on a day. What is not known of the place is read by the strictest rule
 * it may have there.
 *
 * @param country ISO 3166 (`US` or `US-CA`), or null where it is not known
 * @param day calendar day
 */
export function kindFor(purpose: PurposeVersion, country: string | null, day: string): PurposeKind {
  const inForce = purpose.kinds.filter(({ from }) => from <= day);
  if (!country) return strictest([purpose.kind, ...inForce.map(({ kind }) => kind)]);
  const fitting = purpose.kinds.filter(
    (one) => one.from <= day && (one.country === country || country.startsWith(`${one.country}-`)),
  );
  fitting.sort((a, b) => b.country.length - a.country.length || (a.from < b.from ? 1 : -1));
  const own = fitting[0]?.kind ?? purpose.kind;
  // Of the country it is not known which part.
  return country.length > 2
    ? own
    : strictest([own, ...inForce.filter((one) => one.country.startsWith(`${country}-`)).map(({ kind }) => kind)]);
}
