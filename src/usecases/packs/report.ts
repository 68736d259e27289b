import PDFDocument from 'pdfkit';
import type { FoundRecord } from '../../ports/connector';
import { fontsOf, printable, INK, CLOTH, RULE } from './pdf';

/** Records that the readable report shows; all of them stand in the data beside it. */
const MOST_RECORDS = 2000;
/** UTF-16 units of one value. */
const MOST_VALUE = 4000;

export interface ReportWords {
  title: string;
  rest(count: number): string;
}

/**
 * All records of a pack as a document for people: collection by collection, field by field, without what is empty.
 *
 * @param sections opened one record at a time
 */
export async function reportPdf(words: ReportWords, head: { organisation: string; date: string; lang: string }, sections: readonly { title: string; count: number; records: () => AsyncIterable<FoundRecord> }[]): Promise<Buffer> {
  const { serif, sans } = fontsOf();
  const doc = new PDFDocument({ size: 'A4', margins: { top: 56, bottom: 56, left: 64, right: 64 }, info: { Title: printable(words.title), Author: head.organisation }, lang: head.lang });
  const parts: Buffer[] = [];
  doc.on('data', (part: Buffer) => parts.push(part));
  const ended = new Promise<void>((resolve, reject) => doc.on('end', resolve).on('error', reject));
  doc.registerFont('serif', serif).registerFont('sans', sans);
  doc.font('serif').fontSize(18).fillColor(CLOTH).text(printable(words.title));
  doc.font('sans').fontSize(9).fillColor(INK).text(`${printable(head.organisation)}, ${head.date}`).moveDown(1);
  let shown = 0;
  for (const section of sections) {
    doc.moveDown(0.6).font('serif').fontSize(13).fillColor(CLOTH).text(printable(`${section.title} (${section.count})`)).moveDown(0.3);
    if (shown >= MOST_RECORDS) continue;
    for await (const record of section.records()) {
      if (shown++ >= MOST_RECORDS) break;
      doc.font('serif').fontSize(10.5).fillColor(INK).text(printable(record.title.slice(0, 200)), { paragraphGap: 2 });
      for (const [name, value] of Object.entries(record.fields)) {
        if (value === null || value === '') continue;
        doc.font('sans').fontSize(8.5).fillColor('#51575a').text(`${printable(name.replace(/_/g, ' '))}: `, { continued: true, indent: 8 }).fillColor(INK).text(printable(value.slice(0, MOST_VALUE)));
      }
      if (record.text) doc.moveDown(0.2).font('sans').fontSize(8.5).text(printable(record.text.slice(0, MOST_VALUE * 5)), { indent: 8, lineGap: 1 });
      doc.moveDown(0.35).strokeColor(RULE).moveTo(64, doc.y).lineTo(531, doc.y).stroke().moveDown(0.35);
    }
  }
  const all = sections.reduce((sum, { count }) => sum + count, 0);
  if (all > MOST_RECORDS) doc.moveDown(1).font('sans').fontSize(9).text(words.rest(all - MOST_RECORDS));
  doc.end();
  await ended;
  return Buffer.concat(parts);
}
