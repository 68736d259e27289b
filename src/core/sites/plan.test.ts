import {
  answersOf,
  kindOfAnswer,
  neededFor,
  permitted,
  switchesOn,
  whyAsked,
  type KeptAnswer,
  type PanelRules,
} from './plan';

const DAY = 86_400_000;
const NOW = Date.parse('2026-11-24T08:00:00Z');
const purpose = (id: string, more: object = {}) => ({
  id,
  mode: 'ask' as const,
  isSale: false,
  yesDays: 365,
  noDays: 180,
  ...more,
});
const rules = (more: Partial<PanelRules> = {}): PanelRules => ({
  version: 3,
  stillCounts: 2,
  purposes: [purpose('basket', { mode: 'always' }), purpose('visits'), purpose('ads', { isSale: true })],
  gpc: false,
  switches: { counting: ['visits'], advertising: ['ads', 'visits'], broken: [] },
  held: [
    { part: 'ads.example/', needs: ['ads'] },
    { part: '/pixel', needs: ['visits'] },
  ],
  ...more,
});
const kept = (more: Partial<KeptAnswer> = {}): KeptAnswer => ({
  visitor: 'v',
  version: 3,
  at: NOW - DAY,
  yes: [],
  no: ['visits', 'ads'],
  ...more,
});
const CALIFORNIA = {
  purposes: [purpose('basket', { mode: 'always' }), purpose('ads', { mode: 'opt-out', isSale: true })],
};

describe('when the panel is shown', () => {
  test.each([
    ['nobody answered yet', rules(), null, 'never-asked'],
    ['everything was refused yesterday', rules(), kept(), null],
    ['everything was permitted yesterday', rules(), kept({ yes: ['visits', 'ads'], no: [] }), null],
    ['an answer to a version that changed materially', rules(), kept({ version: 1 }), 'changed'],
    ['an answer to an older version that still counts', rules(), kept({ version: 2 }), null],
    ['a purpose came that was not asked about', rules(), kept({ no: ['visits'] }), 'new-purpose'],
    ['a yes after its time', rules(), kept({ at: NOW - 365 * DAY, yes: ['visits', 'ads'], no: [] }), 'lapsed'],
    ['a yes a day before its time', rules(), kept({ at: NOW - 364 * DAY, yes: ['visits', 'ads'], no: [] }), null],
    ['a no a day before its waiting time', rules(), kept({ at: NOW - 179 * DAY }), null],
    ['a no after its waiting time', rules(), kept({ at: NOW - 180 * DAY }), 'lapsed'],
    ['a clock that was years ahead', rules(), kept({ at: NOW + 900 * DAY }), null],
    ['a place where one may only say no', rules(CALIFORNIA), null, null],
    ['nothing to ask about', rules({ purposes: [] }), null, null],
  ] as const)('%s', (_, given, answer, why) => expect(whyAsked(given, answer, NOW)).toBe(why));
});

describe('what is permitted', () => {
  test.each([
    ['before any answer the necessary alone', rules(), null, ['basket']],
    ['after a no the same', rules(), kept(), ['basket']],
    ['after a part of it', rules(), kept({ yes: ['visits'], no: ['ads'] }), ['basket', 'visits']],
    ['a yes after its time is none', rules(), kept({ at: NOW - 400 * DAY, yes: ['visits'], no: ['ads'] }), ['basket']],
    ['a yes to a version that changed is none', rules(), kept({ version: 1, yes: ['visits'], no: [] }), ['basket']],
    ['on until a no', rules(CALIFORNIA), null, ['basket', 'ads']],
    ['off by the signal of the browser', rules({ ...CALIFORNIA, gpc: true }), null, ['basket']],
    [
      'on again by a yes given here',
      rules({ ...CALIFORNIA, gpc: true }),
      kept({ yes: ['ads'], no: [] }),
      ['basket', 'ads'],
    ],
    ['an opt-out stays one after its waiting time', rules(CALIFORNIA), kept({ at: NOW - 900 * DAY }), ['basket']],
  ] as const)('%s', (_, given, answer, wanted) => expect(permitted(given, answer, NOW)).toEqual(wanted));

  test('a switch needs all of its purposes, and one without purposes is off', () => {
    expect(switchesOn(rules(), ['visits'])).toEqual({ counting: true, advertising: false, broken: false });
    expect(switchesOn(rules(), ['visits', 'ads'])).toEqual({ counting: true, advertising: true, broken: false });
  });

  test('an address is held back by each rule that fits it', () => {
    expect(neededFor(rules(), 'https://ads.example/pixel.gif')).toEqual(['ads', 'visits']);
    expect(neededFor(rules(), 'https://shop.example/app.js')).toBeNull();
    expect(neededFor(rules({ held: [{ part: '', needs: ['ads'] }] }), 'https://shop.example/')).toBeNull();
  });
});

test('an answer is said in the words of the ledger: a no after a yes withdraws it, an opt-out is one', () => {
  expect(answersOf(rules(), null, ['visits'])).toEqual({ visits: 'grant', ads: 'refuse' });
  expect(answersOf(rules(), kept({ yes: ['ads'], no: ['visits'] }), [])).toEqual({ visits: 'refuse', ads: 'withdraw' });
  expect(answersOf(rules(CALIFORNIA), null, [])).toEqual({ ads: 'opt-out' });
  expect(answersOf(rules(CALIFORNIA), null, ['ads'])).toEqual({ ads: 'opt-in' });
  expect([[], ['visits'], ['visits', 'ads']].map((yes) => kindOfAnswer(rules(), yes))).toEqual(['no', 'part', 'yes']);
});
