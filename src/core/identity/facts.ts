import { birthDates } from '../people/birthDates';
import { normaliseCustomerNumber, normalisePhone, normalisePostcode, normaliseText } from '../people/normalise';
import type { PersonRecord } from '../people/record';

export const FACT_KINDS = ['birth-date', 'phone', 'postcode', 'street', 'customer-number'] as const;
export type FactKind = (typeof FACT_KINDS)[number];

export interface Fact {
  kind: FactKind;
  value: string;
}

export interface FactsOutcome {
  agree: number;
  differ: number;
  /** Nothing on file to compare with. */
  unknown: number;
}

/**
 * Compares what somebody says with what is on file, and tells only how many agree: never which, never what is on file.
 * A fact agrees when it is the same as any value on file of its kind; it differs when there are such values and none is the same.
 *
 * @example compareFacts([{ kind: 'postcode', value: '8000' }], [{ postcode: 'DK-8000' }], 'DK') // { agree: 1, differ: 0, unknown: 0 }
 */
export function compareFacts(
  facts: readonly Fact[],
  onFile: readonly PersonRecord[],
  country: string | null,
): FactsOutcome {
  const outcome: FactsOutcome = { agree: 0, differ: 0, unknown: 0 };
  for (const { kind, value } of facts) {
    const held = onFile.flatMap((record) => valuesOf(kind, record, country));
    const said = readings(kind, value, country);
    if (held.length === 0) outcome.unknown++;
    else if (said.some((one) => held.includes(one))) outcome.agree++;
    else outcome.differ++;
  }
  return outcome;
}

function valuesOf(kind: FactKind, record: PersonRecord, country: string | null): string[] {
  const raw: readonly (string | null | undefined)[] =
    kind === 'birth-date'
      ? [record.birthDate]
      : kind === 'phone'
        ? (record.phones ?? [])
        : kind === 'postcode'
          ? [record.postcode]
          : kind === 'street'
            ? [record.street]
            : (record.customerNumbers ?? []).map(({ value }) => value);
  return raw.flatMap((value) => (value ? readings(kind, value, record.country ?? country) : []));
}

/** All that a value may mean: a date may be ambiguous. */
function readings(kind: FactKind, value: string, country: string | null): string[] {
  if (kind === 'birth-date') return birthDates(value);
  if (kind === 'phone') return [normalisePhone(value, country) ?? ''].filter(Boolean);
  if (kind === 'postcode') return [normalisePostcode(value).replace(/^[a-z]{2}-/i, '')].filter(Boolean);
  return [kind === 'street' ? normaliseText(value) : normaliseCustomerNumber(value)].filter(Boolean);
}
