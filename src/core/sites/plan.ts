// What a visitor of a site is asked, and what is permitted meanwhile. Computed in the visitor's browser, from what the server says
// holds at their place: nothing here may need anything but the language itself.

/**
 * `always`: necessary, explained and not asked · `ask`: off until a yes · `opt-out`: on until a no, or until the browser says it
 */
export type PanelMode = 'always' | 'ask' | 'opt-out';

export interface PanelPurpose {
  id: string;
  mode: PanelMode;
  /** Sale, sharing or targeted advertising. */
  isSale: boolean;
  /** Days after which a yes is asked again; null: it lasts. */
  yesDays: number | null;
  /** Days before which a no is not asked again; null: it lasts. */
  noDays: number | null;
}

/** As a browser keeps it: what was answered under which version, by purpose. */
export interface KeptAnswer {
  /** A number of this browser alone, made with its first answer. */
  visitor: string;
  version: number;
  /** When, milliseconds of the visitor's own clock. */
  at: number;
  yes: readonly string[];
  no: readonly string[];
}

export interface PanelRules {
  /** Of the ask that is shown. */
  version: number;
  /** The oldest version of which answers still count: a later one was changed materially. */
  stillCounts: number;
  purposes: readonly PanelPurpose[];
  /** The browser says no to sale and sharing, and that binds at this place. */
  gpc: boolean;
  /** Switches that scripts read, each with the purposes it needs: all of them. */
  switches: Readonly<Record<string, readonly string[]>>;
  /** Parts of addresses that are held back until their purposes are permitted. */
  held: readonly { part: string; needs: readonly string[] }[];
}

export type WhyAsked = 'never-asked' | 'changed' | 'new-purpose' | 'lapsed';

const DAY_MS = 86_400_000;
/** A clock that says it was answered later than now is wrong; what was answered counts from now on. */
const ageOf = (kept: KeptAnswer, now: number): number => Math.max(0, now - kept.at) / DAY_MS;

function counts(rules: PanelRules, kept: KeptAnswer | null): kept is KeptAnswer {
  return kept !== null && kept.version >= rules.stillCounts;
}

/** An answer to one purpose that still counts; null: there is none, or its time is over. */
function answerTo(
  rules: PanelRules,
  kept: KeptAnswer | null,
  { id, yesDays, noDays }: PanelPurpose,
  now: number,
): boolean | null {
  if (!counts(rules, kept)) return null;
  if (kept.yes.includes(id)) return yesDays !== null && ageOf(kept, now) >= yesDays ? null : true;
  if (kept.no.includes(id)) return noDays !== null && ageOf(kept, now) >= noDays ? null : false;
  return null;
}

/**
 * Whether the panel is shown by itself, and why; null: it is not, and waits for who opens it.
 *
 * Source: GDPR art. 7; EDPB Guidelines 05/2020 no. 110; ePrivacy Directive art. 5(3). Who may only say no is not interrupted.
 */
export function whyAsked(rules: PanelRules, kept: KeptAnswer | null, now: number): WhyAsked | null {
  const asked = rules.purposes.filter(({ mode }) => mode === 'ask');
  if (asked.length === 0) return null;
  if (kept === null) return 'never-asked';
  if (!counts(rules, kept)) return 'changed';
  if (asked.some(({ id }) => !kept.yes.includes(id) && !kept.no.includes(id))) return 'new-purpose';
  return asked.some((purpose) => answerTo(rules, kept, purpose, now) === null) ? 'lapsed' : null;
}

/**
 * The purposes that are permitted now. A no counts for as long as nothing else was said; the browser's own no counts before a yes
 * that was given without being told of it, so an opt-out by signal is only lifted where the person said yes here.
 */
export function permitted(rules: PanelRules, kept: KeptAnswer | null, now: number): string[] {
  return rules.purposes
    .filter((purpose) => {
      if (purpose.mode === 'always') return true;
      const answer = answerTo(rules, kept, purpose, now);
      if (answer !== null) return answer;
      // A no whose waiting time is over may be asked again; until then it is still a no.
      if (kept?.no.includes(purpose.id)) return false;
      return purpose.mode === 'opt-out' && !(purpose.isSale && rules.gpc);
    })
    .map(({ id }) => id);
}

/** A switch is on where all of its purposes are permitted; one that needs none is never on by mistake. */
export function switchesOn(rules: PanelRules, allowed: readonly string[]): Record<string, boolean> {
  return Object.fromEntries(
    Object.entries(rules.switches).map(([name, needs]) => [
      name,
      needs.length > 0 && needs.every((id) => allowed.includes(id)),
    ]),
  );
}

/** What an address needs before it may be loaded; null: it is not held back. Of several rules all are kept. */
export function neededFor(rules: PanelRules, url: string): string[] | null {
  const needs = rules.held.filter(({ part }) => part !== '' && url.includes(part)).flatMap((rule) => rule.needs);
  return needs.length > 0 ? [...new Set(needs)] : null;
}

export type PanelAnswer = 'grant' | 'refuse' | 'withdraw' | 'opt-in' | 'opt-out';

/** What of an answer goes into the ledger: for each purpose that could be answered what was said, in the ledger's words. */
export function answersOf(
  rules: PanelRules,
  before: KeptAnswer | null,
  yes: readonly string[],
): Record<string, PanelAnswer> {
  return Object.fromEntries(
    rules.purposes
      .filter(({ mode }) => mode !== 'always')
      .map(({ id, mode }) => {
        const isYes = yes.includes(id);
        if (mode === 'opt-out') return [id, isYes ? 'opt-in' : 'opt-out'];
        if (isYes) return [id, 'grant'];
        return [id, before?.yes.includes(id) ? 'withdraw' : 'refuse'];
      }),
  );
}

/** How the answer is called in figures, that hold nothing of who gave it. */
export function kindOfAnswer(rules: PanelRules, yes: readonly string[]): 'yes' | 'no' | 'part' {
  const asked = rules.purposes.filter(({ mode }) => mode !== 'always');
  const given = asked.filter(({ id }) => yes.includes(id)).length;
  if (given === 0) return 'no';
  return given === asked.length ? 'yes' : 'part';
}
