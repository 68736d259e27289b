import { newPurpose } from '../purposes/purposes';
import { SHIPPED_LAWS } from '../clock/shippedLaws';
import { panelFor, type Visitor } from './panelFor';
import { MADE_UP_RANGES, placeOfAddress } from './place';
import { needsOf, addSiteInput } from './schema';

const ask = (version: number, more: object = {}) => ({
  kind: 'ask' as const,
  id: 'shop-panel',
  version,
  validFrom: `2026-0${version}-01T00:00:00Z`,
  recordedAt: `2026-0${version}-01T00:00:00Z`,
  isMaterial: false,
  purposes: ['visits', 'ads', 'post'],
  ...more,
});
const PURPOSES = [
  newPurpose({ id: 'basket', kind: 'necessary' }),
  newPurpose({ id: 'visits', shelfLifeDays: 365, askAgainAfterDays: 180 }),
  newPurpose({
    id: 'ads',
    isSale: true,
    kinds: [{ country: 'US-CA', from: '2020-01-01', kind: 'opt-out' as const }],
  }),
  newPurpose({ id: 'post', kind: 'legitimate-interest' }),
  newPurpose({ id: 'newsletter' }),
];
const of = (visitor: Partial<Visitor>, more: object = {}) =>
  panelFor(
    { place: 'DK', gpc: false, ...visitor },
    {
      asks: [ask(1), ask(2, { isMaterial: true }), ask(3)],
      purposes: PURPOSES,
      laws: SHIPPED_LAWS,
      switches: [{ name: 'counting', purposes: ['visits'] }],
      held: [{ part: 'ads.example/', purposes: ['ads'] }],
      now: '2026-06-01T12:00:00Z',
      zone: 'Europe/Copenhagen',
      ...more,
    },
  );

test('only what the ask names is asked; necessary purposes are explained, an interest of one’s own is no choice', () => {
  expect(of({})).toEqual({
    version: 3,
    stillCounts: 2,
    purposes: [
      { id: 'basket', mode: 'always', isSale: false, yesDays: null, noDays: null },
      { id: 'visits', mode: 'ask', isSale: false, yesDays: 365, noDays: 180 },
      { id: 'ads', mode: 'ask', isSale: true, yesDays: null, noDays: null },
    ],
    gpc: false,
    switches: { counting: ['visits'] },
    held: [{ part: 'ads.example/', needs: ['ads'] }],
  });
});

test.each([
  ['DK', false, 'ask', false],
  ['US-CA', false, 'opt-out', false],
  ['US-CA', true, 'opt-out', true],
  // Of the country it is not known which part: the stricter one.
  ['US', true, 'ask', true],
  [null, true, 'ask', true],
  // No law of Denmark makes the signal binding; nothing is on before a yes there anyway.
  ['DK', true, 'ask', false],
])('at %s, with the signal %s, advertising is %s', (place, gpc, mode, binds) => {
  const found = of({ place, gpc })!;
  expect([found.purposes.find(({ id }) => id === 'ads')!.mode, found.gpc]).toEqual([mode, binds]);
});

test('a version that does not hold yet, or was not known, is shown to nobody', () => {
  expect(of({}, { now: '2026-02-10T12:00:00Z' })).toMatchObject({ version: 2, stillCounts: 2 });
  expect(of({}, { now: '2026-01-10T12:00:00Z' })).toMatchObject({ version: 1, stillCounts: 1 });
  expect(of({}, { now: '2025-12-31T12:00:00Z' })).toBeNull();
  expect(of({}, { asks: [ask(1), ask(2, { recordedAt: '2027-01-01T00:00:00Z' })] })).toMatchObject({ version: 1 });
});

test.each([
  ['10.45.3.4', 'DK'],
  ['::ffff:192.0.2.200', 'US-CO'],
  ['192.0.2.127', 'US-CA'],
  ['192.0.2.128', 'US-CO'],
  ['127.0.0.1', null],
  ['2001:db8::1', null],
  ['999.1.1.1', null],
  [null, null],
])('%s lies in %s', (address, place) => expect(placeOfAddress(address, MADE_UP_RANGES)).toBe(place));

test('what needs which purposes is read from lines, and what cannot be read is said', async () => {
  expect(needsOf('counting: visits\n\nads.example:8080/x: ads, visits')).toEqual([
    { before: 'counting', purposes: ['visits'] },
    { before: 'ads.example:8080/x', purposes: ['ads', 'visits'] },
  ]);
  for (const wrong of ['counting', 'counting:', ': visits', 'counting: Visits!'])
    expect(() => needsOf(wrong)).toThrow('is read as a name');
  const site = { id: 'shop', name: 'Shop', origins: 'https://shop.example', ask: 'a', position: 'bottom' };
  const fault = (more: object) =>
    addSiteInput.validate({ ...site, ...more }).then(
      () => null,
      (error: Error) => error.message,
    );
  expect(await fault({})).toBeNull();
  expect(await fault({ origins: 'https://shop.example/path' })).toMatch(/Origins such as/);
  expect(await fault({ id: 'Shop!' })).toMatch(/Small letters/);
  expect(await fault({ switches: 'Counting: visits' })).toMatch(/a switch is named/);
  expect(await fault({ held: 'ad: ads' })).toMatch(/four letters/);
  expect(await fault({ position: 'everywhere' })).toMatch(/Choose where/);
});
