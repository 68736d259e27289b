import { findingsOf, type Seen } from './findings';
import { knownTracker, type TrackerWords } from './trackerWords';

const counter: Seen = {
  kind: 'cookie',
  host: 'shop.example',
  name: 'visits_*',
  by: 'count.example',
  livesDays: 365,
  phases: ['yes'],
};
const counting: TrackerWords = { owner: 'Tallymark', use: 'counting', keepsDays: 365, isSale: false };
const none = { held: [], sale: [] };
const codes = (
  seen: Partial<Seen>,
  words: TrackerWords | null = counting,
  tied: Parameters<typeof findingsOf>[2] = none,
) => findingsOf({ ...counter, ...seen }, words, tied).map(({ code }) => code);

test('what is described, lasts as said and comes after a yes alone is in order', () => {
  expect(codes({})).toEqual([]);
});

test.each<[string, Partial<Seen>, string[]]>([
  ['before an answer', { phases: ['before', 'yes'] }, ['before-answer']],
  ['after a no', { phases: ['no', 'yes'] }, ['after-no']],
  ['longer than said', { livesDays: 366 }, ['lives-longer']],
  ['without an end of its own', { livesDays: null }, []],
  ['what reads forms', { kind: 'form-read' }, ['reads-forms']],
])('%s', (_, seen, expected) => {
  expect(codes(seen)).toEqual(expected);
});

test('what is necessary may be there at once; what nobody has described may not', () => {
  const session: TrackerWords = { ...counting, use: 'session', keepsDays: 1 };
  expect(codes({ phases: ['before', 'no', 'yes'], livesDays: 0 }, session)).toEqual([]);
  expect(codes({ phases: ['before'] }, null)).toEqual(['before-answer', 'not-described']);
  // Whatever it is called: nobody needs to read what others type.
  expect(codes({ phases: ['before'], kind: 'keys' }, session)).toEqual(['reads-forms', 'before-answer']);
});

test('what sells has to hang on an opt-out that stops just this', () => {
  const ads: TrackerWords = { ...counting, use: 'advertising', isSale: true };
  const seen = { host: 'ads.example', kind: 'script', livesDays: null, phases: ['before', 'yes'] } as const;
  expect(codes(seen, ads)).toContain('sale-not-tied');
  const held = [{ part: 'ads.example/', purposes: ['ad-partners'] }];
  expect(codes(seen, ads, { held, sale: ['ad-partners'] })).not.toContain('sale-not-tied');
  expect(codes(seen, ads, { held, sale: ['other'] })).toContain('sale-not-tied');
});

describe('what comes with Bookend', () => {
  test.each([
    ['count.localhost', 'script', '/count.js', false, 'counting'],
    ['shop.example', 'cookie', 'bookend_shop', true, 'choice'],
    ['shop.example', 'cookie', 'session', true, 'session'],
    ['shop.example', 'local-storage', 'basket', true, 'session'],
  ] as const)('%s %s %s', (host, kind, name, isOwn, use) => {
    expect(knownTracker({ host, kind, name, by: null }, isOwn)?.use).toBe(use);
  });

  test('a name that speaks for itself says nothing on somebody else’s host, or of another kind', () => {
    expect(knownTracker({ host: 'else.example', kind: 'cookie', name: 'session', by: null }, false)).toBeNull();
    expect(knownTracker({ host: 'shop.example', kind: 'beacon', name: 'session', by: null }, true)).toBeNull();
  });

  test('what the script of a known service keeps on the site’s host is its', () => {
    expect(knownTracker({ host: 'shop.example', kind: 'cookie', name: 'x', by: 'ads.example' }, true)?.isSale).toBe(
      true,
    );
  });
});
