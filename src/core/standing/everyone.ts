import { standsAlone } from './fold';
import { ancestorsIn } from '../purposes/purposes';
import { ADDRESS } from '../ledger/shape';
import { materialChange } from './decide';
import type { Rules } from './reading';
import { isNo, rankOf } from './timeline';
import { ANSWERS, STANDINGS, type PurposeKind, type PurposeVersion, type Standing, type Terms } from '../ledger/types';

/** How many people stand how, per purpose. */
export type Shares = Map<string, { permitted: number; standings: Partial<Record<Standing, number>> }>;

const NEVER = -Infinity;
const DAY = 86_400_000;
const STATES = STANDINGS.length * 2;

interface Lane {
  purpose: PurposeVersion;
  /** A version of it asks, or asked, for a confirmation. */
  isConfirmed: boolean;
  kind: PurposeKind;
  /** Lanes of the ancestors, nearest first. */
  line: number[];
  lastAt: Float64Array;
  lastRank: Uint8Array;
  lastTerms: Uint32Array;
  lastNoAt: Float64Array;
  firstYesAt: Float64Array;
}

/**
 * The standing of everybody at one moment, from choices that stream by in any order: a few numbers per person and purpose, no
 * objects. People whose answers lean on each other, or of whom facts matter, are set aside (`mustAskExactly`) and counted by
 * the exact way. What it counts is what `standing(…, { address: 'any' })` says; a property test holds the two together.
 *
 * Memory: 37 bytes per person and purpose.
 */
export class Everyone {
  private readonly lanes: Lane[] = [];
  private readonly laneOf = new Map<number, number>();
  private readonly hard: Uint8Array;
  private readonly seen: Uint8Array;
  private readonly isOutdated: (terms: number, purpose: PurposeVersion) => boolean;

  /**
   * @param people one more than the largest person number
   * @param numbers of the purposes as the choices carry them
   */
  constructor(
    people: number,
    private readonly rules: Rules,
    numbers: ReadonlyMap<string, number>,
    termsOf: (no: number) => Terms,
  ) {
    for (const purpose of rules.purposes.values()) {
      const no = numbers.get(purpose.id);
      if (no !== undefined) this.laneOf.set(no, this.lanes.length);
      this.lanes.push({
        purpose,
        isConfirmed: rules.windows.everAsked.has(purpose.id),
        kind: purpose.kind,
        line: [],
        lastAt: new Float64Array(people).fill(NEVER),
        lastRank: new Uint8Array(people),
        lastTerms: new Uint32Array(people),
        lastNoAt: new Float64Array(people).fill(NEVER),
        firstYesAt: new Float64Array(people).fill(Infinity),
      });
    }
    for (const lane of this.lanes)
      lane.line = ancestorsIn(rules.purposes, lane.purpose).map(({ id }) =>
        this.lanes.findIndex((other) => other.purpose.id === id),
      );
    this.hard = new Uint8Array(people);
    this.seen = new Uint8Array(people);
    const known = new Map<number, boolean>();
    this.isOutdated = (no) => {
      const before = known.get(no);
      if (before !== undefined) return before;
      const answer = materialChange(termsOf(no), rules.wordings) !== undefined;
      known.set(no, answer);
      return answer;
    };
  }

  /** Counts this person by the exact way: facts of theirs matter, or their answers lean on each other. */
  mustAskExactly(person: number): void {
    this.hard[person] = 1;
  }

  get setAside(): number[] {
    const list: number[] = [];
    for (let person = 0; person < this.hard.length; person++) if (this.hard[person]) list.push(person);
    return list;
  }

  /**
   * One choice.
   *
   * @param at epoch milliseconds at which it counts (see `placeOf`)
   */
  take(person: number, purposeNo: number, shape: number, at: number, terms: number): void {
    this.seen[person] = 1;
    const index = this.laneOf.get(purposeNo);
    if (index === undefined) return;
    const lane = this.lanes[index]!;
    const { answerRank, isNoAnswer, leans } = MARKS[shape % 16]!;
    const namesAddress = (shape & ADDRESS) !== 0;
    if (leans || lane.isConfirmed || (namesAddress && (isNoAnswer || lane.purpose.askAgainOnMaterial))) {
      this.hard[person] = 1;
      return;
    }
    const last = lane.lastAt[person]!;
    if (at > last || (at === last && answerRank >= lane.lastRank[person]!)) {
      lane.lastAt[person] = at;
      lane.lastRank[person] = answerRank;
      lane.lastTerms[person] = terms;
    }
    if (isNoAnswer) {
      if (at > lane.lastNoAt[person]!) lane.lastNoAt[person] = at;
    } else if (at < lane.firstYesAt[person]!) lane.firstYesAt[person] = at;
  }

  /** Adds everybody who was seen and not set aside to the shares. */
  count(shares: Shares): void {
    const counts = this.lanes.map(() => new Uint32Array(STATES));
    const now = Date.parse(this.rules.at);
    for (let person = 0; person < this.seen.length; person++) {
      if (!this.seen[person] || this.hard[person]) continue;
      for (let l = 0; l < this.lanes.length; l++) {
        const standing = this.own(this.lanes[l]!, person, now);
        let permitted = IS_YES[standing]!;
        for (let a = 0; permitted && a < this.lanes[l]!.line.length; a++)
          permitted = IS_YES[this.own(this.lanes[this.lanes[l]!.line[a]!]!, person, now)]!;
        counts[l]![standing * 2 + (permitted ? 1 : 0)]!++;
      }
    }
    counts.forEach((states, l) => {
      for (let state = 0; state < STATES; state++)
        if (states[state]! > 0)
          addShare(shares, this.lanes[l]!.purpose.id, STANDINGS[state >> 1]!, state % 2 === 1, states[state]);
    });
  }

  private own(lane: Lane, person: number, now: number): number {
    if (lane.kind === 'necessary') return ALWAYS;
    let parentsNo = NEVER;
    for (const index of lane.line)
      if (this.lanes[index]!.lastNoAt[person]! > parentsNo) parentsNo = this.lanes[index]!.lastNoAt[person]!;
    const [last, first, isOwnNo] = [lane.lastAt[person]!, lane.firstYesAt[person]!, lane.lastRank[person]! > 0];
    const inherits =
      parentsNo !== NEVER &&
      (lane.kind !== 'consent' || first <= parentsNo) &&
      (parentsNo > last || (parentsNo === last && !isOwnNo));
    // Whoever has bought is set aside: what is left here has not.
    if (last === NEVER && !inherits)
      return lane.kind === 'consent' || lane.kind === 'soft-opt-in' ? NOT_ASKED : DEFAULT;
    if (inherits || isOwnNo) {
      if (lane.kind === 'legitimate-interest' || lane.kind === 'soft-opt-in') return OBJECTED;
      if (lane.kind === 'opt-out') return OPTED_OUT;
      return first <= (inherits ? parentsNo : last) ? WITHDRAWN : REFUSED;
    }
    if (lane.kind === 'legitimate-interest') return DEFAULT;
    if (lane.purpose.shelfLifeDays !== null && now >= last + lane.purpose.shelfLifeDays * DAY) return LAPSED;
    return lane.purpose.askAgainOnMaterial && this.isOutdated(lane.lastTerms[person]!, lane.purpose)
      ? OUTDATED
      : GRANTED;
  }
}

export function addShare(shares: Shares, purpose: string, standing: Standing, permitted: boolean, count = 1): void {
  const share = shares.get(purpose) ?? { permitted: 0, standings: {} };
  share.standings[standing] = (share.standings[standing] ?? 0) + count;
  if (permitted) share.permitted += count;
  shares.set(purpose, share);
}

const MARKS = ANSWERS.map((answer) => ({
  answerRank: rankOf(answer),
  isNoAnswer: isNo(answer),
  leans: !standsAlone(answer),
}));
const no = (standing: Standing) => STANDINGS.indexOf(standing);
const [ALWAYS, NOT_ASKED, DEFAULT, GRANTED, REFUSED, WITHDRAWN, OBJECTED, OPTED_OUT, LAPSED, OUTDATED] = (
  [
    'always-on',
    'not-asked',
    'default-permitted',
    'granted',
    'refused',
    'withdrawn',
    'objected',
    'opted-out',
    'lapsed',
    'outdated',
  ] as const
).map(no) as [number, number, number, number, number, number, number, number, number, number];
const IS_YES = STANDINGS.map(
  (standing) => standing === 'always-on' || standing === 'default-permitted' || standing === 'granted',
);
