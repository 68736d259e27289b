import { Temporal } from 'temporal-polyfill';
import type { PurposeVersion } from './types';

/** The version of a purpose in force at `at`, as known at `knownAt` (instants); null where there was none. */
export function purposeInForce(versions: readonly PurposeVersion[], id: string, at: string, knownAt: string): PurposeVersion | null {
  let found: PurposeVersion | null = null;
  for (const version of versions) {
    if (version.id !== id) continue;
    if (Temporal.Instant.compare(version.validFrom, at) > 0 || Temporal.Instant.compare(version.recordedAt, knownAt) > 0) continue;
    if (!found || Temporal.Instant.compare(version.validFrom, found.validFrom) > 0 || (version.validFrom === found.validFrom && version.version > found.version)) found = version;
  }
  return found;
}

/** A purpose's ancestors in force, nearest first. A loop in the tree ends the list. */
export function ancestorsOf(versions: readonly PurposeVersion[], purpose: PurposeVersion, at: string, knownAt: string): PurposeVersion[] {
  const line: PurposeVersion[] = [];
  const seen = new Set([purpose.id]);
  for (let id = purpose.parent; id && !seen.has(id); ) {
    seen.add(id);
    const parent = purposeInForce(versions, id, at, knownAt);
    if (!parent) break;
    line.push(parent);
    id = parent.parent;
  }
  return line;
}
