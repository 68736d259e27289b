import type { SystemId } from '../../core/shared/ids';
import { looseEmail, normaliseCustomerNumber, normaliseEmail, normalisePhone } from '../../core/people/normalise';
import { birthDates } from '../../core/people/birthDates';
import { nameTokens } from '../../core/people/normalise';

export interface NormalIdentifier {
  kind: string;
  /** A customer number belongs to a system; everything else to nobody. */
  scope: string;
  value: string;
  loose: string | null;
}

/** Normalises one identifier, or null where it cannot be one. */
export function normaliseIdentifier(
  kind: string,
  value: string,
  systemId: SystemId,
  country: string | null,
): NormalIdentifier | null {
  const of = (normal: string | null, scope = '', loose: string | null = null): NormalIdentifier | null =>
    normal ? { kind, scope, value: normal, loose } : null;
  switch (kind) {
    case 'email': {
      const email = normaliseEmail(value);
      return of(email, '', email && looseEmail(email) !== email ? looseEmail(email) : null);
    }
    case 'phone':
      return of(normalisePhone(value, country));
    case 'customer-number':
      return of(normaliseCustomerNumber(value) || null, systemId);
    case 'device-id':
      return of(value.trim() || null);
    case 'name-birth-date': {
      const [name, day] = value.split('|');
      const dates = birthDates(day ?? '');
      return of(name && dates.length === 1 ? `${nameTokens(name).join(' ')}|${dates[0]}` : null);
    }
    default:
      return null;
  }
}

/** The text whose keyed hash is looked up. */
export function indexText({ kind, scope, value }: Pick<NormalIdentifier, 'kind' | 'scope' | 'value'>): string {
  return `${kind}:${scope}:${value}`;
}
