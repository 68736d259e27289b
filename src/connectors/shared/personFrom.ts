import type { SystemId } from '../../core/shared/ids';
import type { Holds } from '../../core/systems/fieldHolds';
import { nameLevel } from '../../core/people/names';
import type { PersonRecord } from '../../core/people/record';
import type { SearchKey } from '../../ports/connector';
import { haystackOf, mentions } from '../../core/matching/mentions';

const SIGNS = ['email', 'phone', 'customer-number'] as const;

function isKey(value: string, key: SearchKey): boolean {
  return mentions(haystackOf(value), key);
}

/**
 * Whom a record is of, from what its fields hold. In running text only what is looked for is recognised as the
 * person's; where a field of the record's own says something else of the kind, and it does not bear the name, the text
 * only mentions them: it is of somebody else.
 *
 * @param held the values of the fields that hold something
 */
export function personFrom(
  systemId: SystemId,
  held: (holds: Holds) => string[],
  keys: readonly SearchKey[],
): PersonRecord {
  const hay = haystackOf(held('free-text').join('\n'));
  const said = (kind: SearchKey['kind']) =>
    keys.filter((key) => key.kind === kind && mentions(hay, key)).map(({ value }) => value);
  const full = held('full-name')[0]?.split(' ') ?? [];
  // What has an address or number of its own is not of whoever its text names, unless that is theirs.
  const isTheirs = SIGNS.every(
    (kind) =>
      held(kind).length === 0 || keys.some((key) => key.kind === kind && held(kind).some((value) => isKey(value, key))),
  );
  const named = (isTheirs && said('name')[0]?.split(' ')) || [];
  const own = [held('given-name')[0], held('family-name')[0]].filter(Boolean).join(' ') || (held('full-name')[0] ?? '');
  const bearsName =
    own !== '' &&
    keys.some(({ kind, value }) => kind === 'name' && !['different', 'missing'].includes(nameLevel(own, value)));
  /** What the text adds to the values of a kind. */
  const added = (kind: SearchKey['kind'], values: readonly string[]) =>
    values.length === 0 || bearsName ? said(kind) : [];
  return {
    givenName: held('given-name')[0] ?? full[0] ?? named[0] ?? null,
    familyName: held('family-name')[0] ?? (full.slice(1).join(' ') || named.slice(1).join(' ') || null),
    birthDate: held('birth-date')[0] ?? null,
    emails: [...held('email'), ...added('email', held('email'))],
    phones: [...held('phone'), ...added('phone', held('phone'))],
    street: held('street')[0] ?? null,
    postcode: held('postcode')[0] ?? null,
    city: held('city')[0] ?? null,
    ...(held('country')[0] ? { country: held('country')[0]! } : {}),
    customerNumbers: [...held('customer-number'), ...added('customer-number', held('customer-number'))].map(
      (value) => ({ system: systemId, value }),
    ),
  };
}
