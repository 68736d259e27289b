import { kindFor, purposesInForce } from '../purposes/purposes';
import type { PurposeKind, PurposeVersion, WordingVersion } from '../ledger/types';
import { gpcBinds } from '../standing/gpc';
import type { Laws } from '../clock/regimes';
import { epochOf, localDay } from '../shared/days';
import type { HeldRule, Switch } from './schema';
import type { PanelMode, PanelPurpose, PanelRules } from './plan';

export interface Visitor {
  /** ISO 3166, or null: not known, and read strictly. */
  place: string | null;
  /** The browser sends the opt-out signal (`Sec-GPC: 1`). */
  gpc: boolean;
}

interface Given {
  /** Versions of the ask, and the purposes of each. */
  asks: readonly (WordingVersion & { purposes: readonly string[] })[];
  purposes: readonly PurposeVersion[];
  laws: Laws;
  switches: readonly Switch[];
  held: readonly HeldRule[];
  now: string;
  zone: string;
}

/** Nobody is asked for what holds without a yes, and an objection is made elsewhere. */
const MODES: Partial<Record<PurposeKind, PanelMode>> = { necessary: 'always', consent: 'ask', 'opt-out': 'opt-out' };

/**
 * What a visitor of a place is asked by a site: by the version of its ask that is in force, and the rules of that place.
 *
 * @returns null where no version of the ask is in force
 */
export function panelFor({ place, gpc }: Visitor, given: Given): PanelRules | null {
  const { now, zone } = given;
  const ask = askInForce(given.asks, now);
  if (!ask) return null;
  const day = localDay(now, zone);
  const inForce = purposesInForce(given.purposes, now, now);
  const purposes = inForce.flatMap((purpose): PanelPurpose[] => {
    const mode = MODES[kindFor(purpose, place, day)];
    if (!mode || (mode !== 'always' && !ask.purposes.includes(purpose.id))) return [];
    return [
      {
        id: purpose.id,
        mode,
        isSale: purpose.isSale,
        yesDays: purpose.shelfLifeDays,
        noDays: purpose.askAgainAfterDays,
      },
    ];
  });
  return {
    version: ask.version,
    stillCounts: oldestThatCounts(given.asks, ask.version, now),
    purposes,
    gpc: gpc && gpcBinds(place, day, given.laws),
    // What needs a purpose that was taken out of the register meanwhile is never permitted.
    switches: Object.fromEntries(given.switches.map((one) => [one.name, one.purposes])),
    held: given.held.map((rule) => ({ part: rule.part, needs: rule.purposes })),
  };
}

/** The latest version of an ask that holds at a moment; null: none does yet. */
export function askInForce<T extends WordingVersion>(asks: readonly T[], now: string): T | null {
  return (
    asks
      .filter(({ validFrom, recordedAt }) => epochOf(validFrom) <= epochOf(now) && epochOf(recordedAt) <= epochOf(now))
      .sort((a, b) => b.version - a.version)[0] ?? null
  );
}

function oldestThatCounts(asks: Given['asks'], version: number, now: string): number {
  const material = asks.filter(
    (one) => one.isMaterial && one.version <= version && epochOf(one.validFrom) <= epochOf(now),
  );
  return Math.max(1, ...material.map((one) => one.version));
}
