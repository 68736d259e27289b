import { draftOf, lawDraftSchema, rowOf } from './lawDraft';
import { lawsOn, regimeById } from './regimes';

const saved = (draft: object) => lawDraftSchema.validateSync(draft);

test('a draft that changes nothing makes the same row, for every law', () => {
  for (const law of lawsOn('2026-11-24'))
    expect({
      ...rowOf(law, saved({ ...draftOf(law), reason: 'looked up again' })),
      isConfirmed: law.isConfirmed,
    }).toEqual(law);
});

test('a shorter time moves the answer and the opt-out; a longer appeal, a withdrawal and an extension are taken over', () => {
  const row = rowOf(
    regimeById('us-ky')!,
    saved({
      ...draftOf(regimeById('us-ky')!),
      effectiveFrom: '2027-01-01',
      respondIn: 30,
      extendedTo: 60,
      withdrawalDays: 15,
      appealDays: 45,
      appealMoreDays: 60,
      source: 'KRS 367.3615, as amended',
      reason: 'amended',
    }),
  );
  expect(row).toMatchObject({
    effectiveFrom: '2027-01-01',
    respond: { days: 30 },
    extension: { total: { days: 60 } },
    appeal: { within: { days: 45 }, extendable: { days: 60 }, kind: 'appeal' },
    isConfirmed: true,
  });
  expect(row.acts).toMatchObject([
    { rights: ['opt-out', 'limit'], within: { days: 30 } },
    { rights: ['withdrawal'], within: { days: 15 }, isWholeDuty: false },
  ]);
});

test('what makes no sense is refused at its field', () => {
  const wrong = (more: object) => {
    try {
      saved({ ...draftOf(regimeById('us-va')!), reason: 'because', ...more });
      return null;
    } catch (error) {
      return (error as { path?: string }).path;
    }
  };
  expect([
    wrong({ respondIn: 0 }),
    wrong({ effectiveFrom: 'soon' }),
    wrong({ regime: 'xx' }),
    wrong({ reason: '' }),
    wrong({ appealDays: -1 }),
    wrong({}),
  ]).toEqual(['respondIn', 'effectiveFrom', 'regime', 'reason', 'appealDays', null]);
});
