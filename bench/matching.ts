import { MIX, register } from '../test/matching/people';
import { measure } from '../test/matching/measure';
import { recorder } from './measure';

// How surely pairs of records are told, on registers whose truth is known. The weights were chosen on seeds 1 and 2; these are others.

const note = recorder();
const PEOPLE = Number(process.env['BENCH_PEOPLE'] ?? 5200);
const percent = (share: number) => `${(share * 100).toFixed(1)} %`;
const REGISTERS = [
  { name: 'as tuned for, another seed', seed: 90_001, mix: MIX },
  {
    name: 'dirtier names',
    seed: 90_002,
    mix: { ...MIX, typo: 0.1, initials: 0.14, comma: 0.14, swapped: 0.08, title: 0.12 },
  },
  { name: 'fewer dates and contacts', seed: 90_003, mix: { ...MIX, noDate: 0.4, noContact: 0.25, placeholder: 0.08 } },
];
for (const { name, seed, mix } of REGISTERS) {
  const all = register(seed, PEOPLE, mix);
  const found = measure(all);
  const row = (what: string, value: number, wanted: number) =>
    note({
      what: `${what}, ${name}: ${all.length.toLocaleString('en')} records, ${found.pairs.toLocaleString('en')} true pairs`,
      ours: percent(value),
      limit: `wanted ${percent(wanted)}`,
      ratio: wanted / value,
      goal: 1,
    });
  row('F1 at possible', found.atPossible.f1, 0.9);
  row('precision at certain', found.atCertain.precision, 0.985);
  row('recall at likely', found.atLikely.recall, 0.8);
}
