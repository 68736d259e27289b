import { planted, wordsIn } from '../test/documents/planted';
import { recorder } from './measure';

// Whether words are found wherever a document can hold them: in each place of each kind stands an address of its own.

const note = recorder();
for (const { kind, name, bytes, places } of await planted(Number(process.env['BENCH_SEED'] ?? 80_001))) {
  const read = await wordsIn(name, bytes);
  const found = Object.keys(places).filter((place) => read.includes(places[place]!));
  const of = Object.keys(places).length;
  const missed = Object.keys(places).filter((place) => !found.includes(place));
  note({
    what: `read in a document: ${kind} (${Object.keys(places).join(', ')})`,
    ours: `${found.length} of ${of}${missed.length > 0 ? `, not ${missed.join(', ')}` : ''}`,
    limit: 'wanted all',
    ratio: of / Math.max(found.length, 0.5),
    goal: 1,
  });
}
