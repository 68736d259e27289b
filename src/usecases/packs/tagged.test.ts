import { withPdf } from '../../connectors/files/documents';
import sharp from 'sharp';
import { HOUSE_BRAND } from '../../core/installation/settings';
import { heading, list, para, type Letter } from '../../core/letters/letter';
import { PACK_WORDS } from '../../core/words/sections';
import { logoFrom } from '../installation/logo';
import { letterPdf, textPdf } from '../letters/pdf';
import { typesetReport, type Report } from './typesetReport';

interface Node {
  role?: string;
  children?: Node[];
}

/** Roles of a document in the order in which they are read, page by page; below which heading each stands is plain from it. */
async function structureOf(bytes: Buffer): Promise<{ roles: string[]; head: string; lang: unknown; title: unknown }> {
  return withPdf(bytes, async (pdf) => {
    const roles: string[] = [];
    const walk = ({ role, children = [] }: Node) => {
      if (role && role !== 'Root') roles.push(role);
      children.forEach(walk);
    };
    for (let n = 1; n <= pdf.numPages; n++) {
      const tree = (await (await pdf.getPage(n)).getStructTree()) as Node | null;
      if (tree) walk(tree);
    }
    const info = (await pdf.getMetadata()).info as Record<string, unknown>;
    expect(await pdf.getMarkInfo()).toMatchObject({ Marked: true });
    return { roles, head: bytes.subarray(0, 8).toString('latin1'), lang: info['Language'], title: info['Title'] };
  });
}

const HOUSE = { name: 'Larkmere Cycles', address: 'Havnegade 1', brand: HOUSE_BRAND };
const HEAD = { organisation: HOUSE, date: '24 November 2026' };
const LETTER: Letter = {
  template: 'acknowledgement',
  version: 1,
  subject: 'Your answer',
  greeting: 'Dear Lone,',
  body: [para('We have it.')],
  closing: 'Kind regards',
};

test('a logo stands above the name and is read as it; a picture of any kind becomes one', async () => {
  for (const format of ['png', 'jpeg', 'webp'] as const) {
    const sent = await sharp({ create: { width: 900, height: 300, channels: 3, background: '#803010' } })
      .toFormat(format)
      .toBuffer();
    const logo = await logoFrom(`data:image/${format};base64,${sent.toString('base64')}`);
    const kept = sharp(Buffer.from(logo!.split(',')[1]!, 'base64'));
    expect(await kept.metadata()).toMatchObject({ format: 'png', width: 480, height: 160 });
    const bytes = await letterPdf(LETTER, { ...HEAD, organisation: { ...HOUSE, brand: { logo, accent: '#803010' } } });
    expect((await structureOf(bytes)).roles.join(' ')).toBe('Document Figure P P P H1 P P P');
  }
});

test.each([
  ['no picture', 'data:image/png;base64,aGVsbG8='],
  ['cut off', 'data:image/png;base64,iVBORw0KGgoAAAANSUhEUgAAAAEAAAABCAYAAAAfFcSJAAAA'],
  ['a drawing with scripts', `data:image/svg+xml;base64,${Buffer.from('<svg onload="x()"/>').toString('base64')}`],
  ['an address', 'https://larkmere.example/logo.png'],
])('%s is no logo', async (_, sent) => expect(await logoFrom(sent)).toBeNull());

test('a letter has its title, its language, headings and lists', async () => {
  const letter: Letter = {
    ...LETTER,
    body: [para('We have it.'), heading('Your rights'), list(['complain', 'go to court'])],
  };
  const found = await structureOf(await letterPdf(letter, { ...HEAD, lang: 'da' }));
  expect(found).toMatchObject({ head: '%PDF-1.7', lang: 'da', title: 'Your answer' });
  // Above the title stand who writes, where and when.
  expect(found.roles.join(' ')).toBe('Document P P P H1 P P H2 L LI Lbl LBody LI Lbl LBody P');
});

test('a report is read in its order: title, tables with their heads, sections, records with names and values', async () => {
  const report: Report = {
    overview: [
      { place: 'Web shop', count: 2, since: '2024', kept: 'five years' },
      { place: 'Tills', count: 1, since: '2025', kept: 'one year' },
    ],
    timeline: [{ when: '1 May', where: 'Web shop', what: 'an order' }],
    timelineText: 'What happened when.',
    sections: [
      {
        title: 'Orders',
        count: 60,
        purposes: 'for delivery',
        rest: null,
        async *records() {
          for (let n = 0; n < 60; n++)
            yield {
              depth: 0,
              heading: `Order ${n}`,
              fields: [
                { title: 'Street', value: 'Havnegade 1' },
                { title: 'Note', value: 'long '.repeat(30) },
              ],
              text: n === 0 ? 'A message.' : null,
              attached: [],
            };
        },
      },
    ],
  };
  const words = PACK_WORDS.en.report;
  const bytes = await typesetReport({ words, organisation: 'Larkmere', date: '24 Nov', language: 'en' }, report);
  const { roles, head, title } = await structureOf(bytes);
  expect([head, title]).toEqual(['%PDF-1.7', words.title]);
  const count = (role: string) => roles.filter((one) => one === role).length;
  expect(count('H1')).toBe(1);
  // At a glance, contents, what happened when, one section.
  expect(count('H2')).toBe(4);
  expect(count('H3')).toBe(60);
  expect([count('TH'), count('TD')]).toEqual([4, 4 * 2 + 3]);
  expect([count('Lbl'), count('LBody')]).toEqual([120, 120]);
  expect(count('TOCI')).toBe(4);
});

test('typeset words are a title and paragraphs', async () => {
  const { roles } = await structureOf(await textPdf('note.txt', 'One.\n\nTwo.'));
  expect(roles.slice(0, 3)).toEqual(['Document', 'H1', 'P']);
  expect(new Set(roles.slice(2))).toEqual(new Set(['P']));
});
