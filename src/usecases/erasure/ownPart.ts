import type { PlanLine } from '../../core/erasure/types';

/** What of Bookend's own a plan removes, and what it keeps: by its lines, and by nothing else. */
export interface OwnPart {
  /** People whose entry goes. */
  persons: string[];
  /** Of these nothing is kept: their key goes too, and with it all that was sealed under it. */
  personsWhole: string[];
  /** People whose entry stays while their choices go. */
  choicesOnly: string[];
  /** References of requests whose own data goes, and of those that keep it. */
  requests: string[];
  keptRequests: string[];
  keepsAnything: boolean;
}

/** The system under which Bookend's own records stand in a plan. */
export const OWN_SYSTEM = 'sys_bookend';

/**
 * @param choicePersons whose choice each is, by the choice's id
 * @param noteRequests the reference of the request each note belongs to, by the note's id
 */
export function ownPartOf(
  lines: readonly PlanLine[],
  choicePersons: ReadonlyMap<string, string>,
  noteRequests: ReadonlyMap<string, string>,
): OwnPart {
  const own = lines.filter(({ doer }) => doer === 'bookend');
  const of = (collection: string, action: PlanLine['action']) =>
    own.filter((line) => line.collection === collection && line.action === action).map(({ key }) => key);
  const persons = of('persons', 'erase');
  const kept = of('persons', 'keep');
  const keptChoices = new Set(of('choices', 'keep').map((id) => choicePersons.get(id)));
  const goneChoices = new Set(of('choices', 'erase').map((id) => choicePersons.get(id)));
  // A note is sealed under its request's key: what keeps the one keeps the other.
  const keptRequests = new Set([
    ...of('requests', 'keep'),
    ...of('notes', 'keep').flatMap((id) => noteRequests.get(id) ?? []),
  ]);
  return {
    persons,
    personsWhole: persons.filter((id) => !keptChoices.has(id)),
    choicesOnly: kept.filter((id) => goneChoices.has(id) && !keptChoices.has(id)),
    requests: of('requests', 'erase').filter((ref) => !keptRequests.has(ref)),
    keptRequests: [...keptRequests],
    keepsAnything: own.some(({ action }) => action === 'keep'),
  };
}
