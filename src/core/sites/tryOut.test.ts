import { sideBySide, statesToTry, type TryLook } from './tryOut';

const look = (more: Partial<TryLook>): TryLook => ({
  state: 'before',
  address: 'https://shop.example/',
  fault: null,
  panel: null,
  sightings: [],
  calls: {},
  hasPicture: false,
  ...more,
});

test('before, no, each yes alone, all; one purpose alone is all there is', () => {
  expect(statesToTry(['visits', 'ads'])).toEqual(['before', 'none', 'only:visits', 'only:ads', 'all']);
  expect(statesToTry(['visits'])).toEqual(['before', 'none', 'all']);
  expect(statesToTry([])).toEqual(['before', 'none', 'all']);
});

test('what is there after one answer and not after another stands in one row', () => {
  const panel = { isAsking: true, language: 'da', permitted: [], switches: { counting: false }, held: [] };
  const cookie = { kind: 'cookie' as const, host: 'shop.example', name: 'visits', by: null, livesDays: 30 };
  const rows = sideBySide([
    look({
      panel: { ...panel, held: [{ address: 'https://ads.example/a.js?v=1', needs: ['ads'] }] },
      calls: { 'shop.example': 3 },
    }),
    look({
      state: 'all',
      panel: { ...panel, isAsking: false, switches: { counting: true } },
      sightings: [cookie, { ...cookie, kind: 'form-read', name: '', host: 'ads.example' }],
      calls: { 'shop.example': 3, 'ads.example': 1 },
    }),
    look({ state: 'none', fault: 'unreachable' }),
  ]);
  expect(rows).toEqual([
    { group: 'panel', name: 'asks by itself', cells: ['yes', 'no', 'no panel'] },
    { group: 'switch', name: 'counting', cells: ['off', 'on', ''] },
    { group: 'waits', name: 'ads.example/a.js', cells: ['ads', '', ''] },
    { group: 'kept', name: 'cookie visits (shop.example)', cells: ['', 'there', ''] },
    { group: 'read', name: 'form-read  (ads.example)', cells: ['', 'there', ''] },
    { group: 'called', name: 'ads.example', cells: ['', '1', ''] },
    { group: 'called', name: 'shop.example', cells: ['3', '3', ''] },
  ]);
});
