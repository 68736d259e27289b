import type { Laws } from '../../core/clock/regimes';
import { lawTable } from '../../db/clock/laws';
import { standingOfLinked, type LinkedAnswer } from '../../core/standing/linked';
import { standing, type StandingQuery } from '../../core/standing/standing';
import type { PurposeVersion, WordingVersion } from '../../core/ledger/types';
import { choicesOf, type PersonsChoice } from '../../db/ledger/ledger';
import { allPurposes, allWordings } from '../../db/purposes/purposes';
import type { Handle } from '../../db/shared/handle';
import { linksAround } from '../../db/people/links';
import { personsById, type PersonRow } from '../../db/people/persons';
import type { Context } from '../shared/context';
import { factsOfAll } from './personFacts';

/** Everything that the standing of one human being is worked out from, at any moment and as known at any moment. */
export interface Subject {
  row: PersonRow;
  /** Identities known to be the same human being; only the person where there is none. */
  members: string[];
  choices: PersonsChoice[];
  answer(purpose: string, address: StandingQuery['address']): LinkedAnswer;
}

export interface AskedAt {
  at: string;
  knownAt: string;
}

/** Purposes and wordings: read once for many questions. */
export async function readRules(
  h: Handle,
): Promise<{ purposes: readonly PurposeVersion[]; wordings: readonly WordingVersion[]; laws: Laws }> {
  return { purposes: await allPurposes(h), wordings: await allWordings(h), laws: await lawTable(h) };
}

/** The exact way, from the choices themselves: for one person, linked identities, or a moment in the past. */
export async function subjectOf(
  ctx: Context,
  h: Handle,
  row: PersonRow,
  asked: AskedAt,
  rules: Awaited<ReturnType<typeof readRules>>,
): Promise<Subject> {
  const links = row.is_linked ? await linksAround(h, row.id, asked.knownAt) : [];
  const members = [...new Set([row.id, ...links.flatMap(({ person_a, person_b }) => [person_a, person_b])])];
  const rows = members.length === 1 ? [row] : await personsById(h, members);
  const facts = await factsOfAll(h, rows, asked.knownAt);
  const choices = await choicesOf(h, members);
  const query = (purpose: string, address: StandingQuery['address']): StandingQuery => ({
    purpose,
    address,
    ...asked,
    zone: ctx.organisation.zone,
    laws: rules.laws,
  });
  return {
    row,
    members,
    choices,
    answer(purpose, address) {
      if (members.length === 1)
        return {
          ...standing(choices, facts.get(row.id)!, rules.purposes, query(purpose, address), rules.wordings),
          isConflict: false,
        };
      const linkedAt = links
        .map(({ linked_at }) => linked_at)
        .sort()
        .at(-1)!;
      return standingOfLinked(
        members.map((id) => ({
          id,
          choices: choices.filter(({ personId }) => personId === id),
          facts: facts.get(id)!,
        })),
        linkedAt,
        rules.purposes,
        query(purpose, address),
        rules.wordings,
      );
    },
  };
}
