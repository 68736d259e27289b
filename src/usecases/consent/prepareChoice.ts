import { canonicalBytes } from '../../core/sealing/leaf';
import type { ChoiceInput } from '../../core/consent/schema';
import { beginning } from '../../core/consent/timeline';
import { reason, type Reason } from '../../core/shared/reason';
import type { Keys } from '../../ports/keys';
import { indexText, normaliseIdentifier, type NormalIdentifier } from '../persons/identifierKeys';

export interface HashedIdentifier extends NormalIdentifier {
  hash: Buffer;
  looseHash: Buffer | null;
}

export type PreparedChoice =
  | { ok: false; reasons: Reason[]; identifierHashes: Buffer[] }
  | {
      ok: true;
      input: ChoiceInput;
      identifiers: HashedIdentifier[];
      addressHash: Buffer | null;
      suppressionHashes: Buffer[];
      externalHash: Buffer;
      contentHash: Buffer;
    };

/** Clocks of other machines may run a little ahead. */
const SKEW_MS = 5 * 60_000;

/** Checks and normalises one choice; says all that is wrong with it. */
export function prepareChoice(keys: Keys, input: ChoiceInput, about: { systemId: string; country: string | null; purposes: ReadonlySet<string>; now: string }): PreparedChoice {
  const reasons: Reason[] = [];
  if (!about.purposes.has(input.purpose)) reasons.push(reason('unknown-purpose', `There is no purpose “${input.purpose.slice(0, 40)}”.`));
  if (beginning(input.occurredAt, 'UTC') > Date.parse(about.now) + SKEW_MS + (input.occurredAt.length === 10 ? 14 * 3_600_000 : 0)) reasons.push(reason('in-the-future', `It happened in the future: ${input.occurredAt}.`));
  const country = input.country ?? about.country;
  const identifiers: HashedIdentifier[] = [];
  for (const { kind, value } of input.identifiers) {
    const normal = normaliseIdentifier(kind, value, about.systemId, country);
    if (!normal) reasons.push(reason('identifier-unreadable', `The ${kind} cannot be read as one.`));
    else identifiers.push({ ...normal, hash: keys.index(indexText(normal)), looseHash: normal.loose ? keys.index(indexText({ ...normal, value: normal.loose })) : null });
  }
  let addressHash: Buffer | null = null;
  if (input.address) {
    const kind = input.address.channel === 'email' ? 'email' : input.address.channel === 'post' ? 'post' : 'phone';
    const normal = kind === 'post' ? { kind, scope: '', value: input.address.value, loose: null } : normaliseIdentifier(kind, input.address.value, about.systemId, country);
    if (!normal) reasons.push(reason('address-unreadable', 'The address it is given for cannot be read.'));
    else addressHash = keys.index(indexText(normal));
  }
  if (reasons.length > 0) return { ok: false, reasons, identifierHashes: identifiers.map(({ hash }) => hash) };
  const contentHash = keys.index(`content:${Buffer.from(canonicalBytes({ ...input, occurredAt: String(input.occurredAt) })).toString('utf8')}`);
  return {
    ok: true,
    input,
    identifiers,
    addressHash,
    suppressionHashes: identifiers.map((identifier) => keys.suppression(indexText(identifier)).hash),
    externalHash: input.externalId ? keys.index(`external:${input.externalId}`) : contentHash,
    contentHash,
  };
}
