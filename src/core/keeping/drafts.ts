import { DUTIES } from './duties';
import type { ANCHORS } from './schema';

/** A rule that knows what has to stay, and not yet in which system it lies. */
export interface RetentionDraft {
  id: string;
  what: string;
  law: string;
  years: number;
  anchor: (typeof ANCHORS)[number];
}

/** Where the records of a draft probably lie. */
export interface DraftPlace {
  systemId: string;
  system: string;
  collection: string;
  field: string;
}

export interface ReadSystem {
  id: string;
  name: string;
  collections: readonly { name: string; fields: readonly { name: string; type: string }[] }[];
}

/**
 * With what a small shop may begin: the usual duties of where it is established, and its orders for as long as somebody may claim
 * something from them. Where no duty is known, that of ten years stands for it: the longest of those known.
 */
export function exampleDrafts(country: string): Omit<RetentionDraft, 'id'>[] {
  const known = DUTIES.filter((duty) => duty.country === country);
  const duties = known.length
    ? known.map(({ what, law, years, anchor }) => ({ what, law, years, anchor }))
    : [{ what: 'books and vouchers', law: 'bookkeeping law: say which', years: 10, anchor: 'financial-year' as const }];
  return [
    ...duties,
    { what: 'orders and deliveries', law: 'legal claims, GDPR art. 17(3)(e)', years: 3, anchor: 'event' },
  ];
}

/** Words by which records of a kind are called in systems, as the beginnings of names. */
const CALLED: readonly [what: RegExp, called: RegExp, day: RegExp][] = [
  [
    /invoice|voucher|book|vat/i,
    /invoic|faktur|rechnung|factu|fattur|receipt|bilag|beleg|voucher|credit_?note|kvittering|quittung|bon$|bonnen/i,
    /issue|invoice|booked|faktur|rechnung|factuur|posted/i,
  ],
  [/order|deliver/i, /order|ordre|bestell|auftrag|purchase|sale|salg|commande|deliver|booking/i, /deliver|ship|order/i],
  [/letter/i, /letter|correspond|message|ticket|brief|post/i, /sent|received|date/i],
];
const IS_DAY = /date|time/i;
const DAY_BY_NAME = /(_on|_at|date|dato|datum|day)$/i;

/**
 * The records a draft speaks of, as far as names tell: a collection that is called so, and a day in it.
 *
 * @returns null where no system has such a thing; a person says then where it is
 */
export function placeOfDraft(
  { what }: Pick<RetentionDraft, 'what'>,
  systems: readonly ReadSystem[],
): DraftPlace | null {
  const kinds = CALLED.filter(([of]) => of.test(what));
  for (const [, called, day] of kinds)
    for (const system of systems)
      for (const { name, fields } of system.collections) {
        if (!called.test(name)) continue;
        const days = fields.filter((field) => IS_DAY.test(field.type) || DAY_BY_NAME.test(field.name));
        const field = days.find((one) => day.test(one.name)) ?? days[0];
        if (field) return { systemId: system.id, system: system.name, collection: name, field: field.name };
      }
  return null;
}
