import type { SystemId } from '../../core/shared/ids';
import { canonicalBytes } from '../../core/ledger/leaf';
import type { ChoiceInput } from '../../core/ledger/schema';
import { beginning } from '../../core/standing/timeline';
import { NO_TERMS, type Terms } from '../../core/ledger/types';
import { reason } from '../../core/shared/reason';
import type { Reason } from '../../core/words/reasons';
import type { Keys } from '../../ports/keys';
import { indexText, normaliseIdentifier, type NormalIdentifier } from '../people/identifierKeys';

export interface HashedIdentifier extends NormalIdentifier {
  hash: Buffer;
  looseHash: Buffer | null;
}

export type PreparedChoice =
  | { ok: false; reasons: Reason[]; identifierHashes: Buffer[] }
  | {
      ok: true;
      input: ChoiceInput;
      terms: Terms;
      identifiers: HashedIdentifier[];
      addressHash: Buffer | null;
      birthYear: number | null;
      suppressionHashes: Buffer[];
      externalHash: Buffer;
      contentHash: Buffer;
    };

/** What a choice is checked against; the same for all of one delivery. */
export interface Checks {
  systemId: SystemId;
  country: string | null;
  purposes: ReadonlySet<string>;
  /** `kind:id` → its versions. */
  wordings: ReadonlyMap<string, ReadonlySet<number>>;
  now: string;
}

/** Clocks of other machines may run a little ahead. */
const SKEW_MS = 5 * 60_000;
/** Where a day begins first on earth, it has begun 14 hours before it does in UTC. */
const DAY_AHEAD_MS = 14 * 3_600_000;

/** Whether a moment or a day is later than now, wherever on earth it was written down. */
export function liesAhead(value: string, now: string): boolean {
  return beginning(value, 'UTC') > Date.parse(now) + SKEW_MS + (value.length === 10 ? DAY_AHEAD_MS : 0);
}

/** By what a choice is known again that its sender numbered. */
export function externalHashOf(keys: Keys, externalId: string): Buffer {
  return keys.index(`external:${externalId}`);
}

/** Checks and normalises one choice; says all that is wrong with it. */
export function prepareChoice(keys: Keys, input: ChoiceInput, about: Checks): PreparedChoice {
  const reasons: Reason[] = [];
  if (!about.purposes.has(input.purpose))
    reasons.push(reason({ code: 'unknown-purpose', purpose: input.purpose.slice(0, 40) }));
  if (liesAhead(input.occurredAt, about.now))
    reasons.push(reason({ code: 'in-the-future', at: String(input.occurredAt) }));
  reasons.push(
    ...wordingReasons('ask', input.ask ?? null, input.askVersion ?? null, about),
    ...wordingReasons('notice', input.notice ?? null, input.noticeVersion ?? null, about),
  );
  const {
    identifiers,
    addressHash,
    birthYear,
    suppressionHashes,
    reasons: unreadable,
  } = prepareWho(keys, input, about);
  reasons.push(...unreadable);
  if (reasons.length > 0) return { ok: false, reasons, identifierHashes: identifiers.map(({ hash }) => hash) };
  const contentHash = keys.index(
    `content:${Buffer.from(canonicalBytes({ ...input, occurredAt: String(input.occurredAt) })).toString('utf8')}`,
  );
  return {
    ok: true,
    input,
    terms: {
      ...NO_TERMS,
      ask: input.ask ?? null,
      askVersion: input.askVersion ?? null,
      notice: input.notice ?? null,
      noticeVersion: input.noticeVersion ?? null,
      country: input.country ?? null,
    },
    identifiers,
    addressHash,
    birthYear,
    suppressionHashes,
    externalHash: input.externalId ? externalHashOf(keys, input.externalId) : contentHash,
    contentHash,
  };
}

export interface PreparedWho {
  identifiers: HashedIdentifier[];
  addressHash: Buffer | null;
  birthYear: number | null;
  suppressionHashes: Buffer[];
  /** What cannot be read. */
  reasons: Reason[];
}

/** Whose it is, and which address of theirs it is about: read, normalised and hashed. */
export function prepareWho(
  keys: Keys,
  input: Pick<ChoiceInput, 'identifiers' | 'address' | 'country'>,
  about: Pick<Checks, 'systemId' | 'country'>,
): PreparedWho {
  const reasons: Reason[] = [];
  const country = input.country ?? about.country;
  const identifiers: HashedIdentifier[] = [];
  for (const { kind, value } of input.identifiers) {
    const normal = normaliseIdentifier(kind, value, about.systemId, country?.slice(0, 2) ?? null);
    if (!normal) reasons.push(reason({ code: 'identifier-unreadable', kind }));
    else
      identifiers.push({
        ...normal,
        hash: keys.index(indexText(normal)),
        looseHash: normal.loose ? keys.index(indexText({ ...normal, value: normal.loose })) : null,
      });
  }
  let addressHash: Buffer | null = null;
  if (input.address) {
    const address = normalAddress(input.address, about.systemId, country);
    if (!address) reasons.push(reason({ code: 'address-unreadable' }));
    else
      addressHash =
        identifiers.find((one) => one.kind === address.kind && one.value === address.value)?.hash ??
        keys.index(indexText(address));
  }
  const birth = identifiers.find(({ kind }) => kind === 'name-birth-date')?.value.split('|')[1] ?? null;
  return {
    identifiers,
    addressHash,
    reasons,
    birthYear: birth ? Number(birth.slice(0, 4)) : null,
    suppressionHashes: identifiers.flatMap((identifier) =>
      keys.suppressions(indexText(identifier)).map(({ hash }) => hash),
    ),
  };
}

/** The one address an answer is about, normalised; null where it cannot be read. */
export function normalAddress(
  address: { channel: string; value: string },
  systemId: SystemId,
  country: string | null,
): NormalIdentifier | null {
  if (address.channel === 'post') return { kind: 'post', scope: '', value: address.value, loose: null };
  return normaliseIdentifier(
    address.channel === 'email' ? 'email' : 'phone',
    address.value,
    systemId,
    country?.slice(0, 2) ?? null,
  );
}

function wordingReasons(kind: 'ask' | 'notice', id: string | null, version: number | null, about: Checks): Reason[] {
  if (id === null) return [];
  const versions = about.wordings.get(`${kind}:${id}`);
  if (!versions) return [reason({ code: `unknown-${kind}`, id: id.slice(0, 40) })];
  if (version === null || versions.has(version)) return [];
  return [reason({ code: `unknown-${kind}-version`, id: id.slice(0, 40), version })];
}
