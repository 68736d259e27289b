import type { PackWords } from '../../core/words/words';
import { CLOTH, decorate, INK, newPdf, printable, RULE } from '../letters/pdf';

export interface OverviewLine {
  place: string;
  count: number;
  since: string;
  kept: string;
}

export interface TimelineLine {
  when: string;
  where: string;
  what: string;
}

export interface ReportRecord {
  /** How far it hangs below another one; 0: it stands for itself. */
  depth: number;
  heading: string;
  fields: readonly { title: string; value: string }[];
  text: string | null;
  attached: readonly string[];
}

export interface ReportSection {
  title: string;
  count: number;
  purposes: string | null;
  /** What is not shown, and where it stands. */
  rest: string | null;
  /** Opened one at a time. */
  records(): AsyncIterable<ReportRecord>;
}

export interface Report {
  overview: readonly OverviewLine[];
  timeline: readonly TimelineLine[];
  timelineText: string;
  sections: readonly ReportSection[];
}

export interface ReportHead {
  words: PackWords['report'];
  organisation: string;
  date: string;
  language: string;
}

const MARGIN = 64;
const RIGHT = 531;
const WIDTH = RIGHT - MARGIN;
const MUTED = '#51575a';
/** Points: from the left edge of a record to its values. */
const VALUES = 120;
const INDENT = 16;

/** A document for a reader, A4: at a glance, contents, what happened when, and every record in words, with page numbers. */
export async function typesetReport(head: ReportHead, report: Report): Promise<Buffer> {
  const { words } = head;
  const { doc, root, finished } = newPdf(
    { title: words.title, author: head.organisation, language: head.language },
    { top: 56, bottom: 64, left: MARGIN, right: MARGIN },
    { bufferPages: true },
  );
  const page = new Page(doc, root);

  page.title(words.title, words.made(head.organisation, head.date));
  page.heading(words.overview);
  page.table(
    words.columns,
    report.overview.map(({ place, count, since, kept }) => [place, String(count), since, kept]),
    [0.37, 0.12, 0.2, 0.31],
  );
  const contents = page.reserve(words.contents, report.sections.length + 1);
  if (report.timeline.length > 0) {
    contents.entry(words.timeline, page.newPage());
    page.heading(words.timeline);
    page.muted(report.timelineText);
    page.table(
      null,
      report.timeline.map(({ when, where, what }) => [when, where, what]),
      [0.22, 0.33, 0.45],
    );
  }
  for (const section of report.sections) {
    contents.entry(`${section.title} (${section.count})`, page.newSection());
    page.heading(`${section.title} (${section.count})`);
    if (section.purposes) page.muted(section.purposes);
    for await (const record of section.records()) page.record(record, words.attached);
    if (section.rest) page.muted(section.rest);
  }
  contents.write();
  const { count } = doc.bufferedPageRange();
  for (let n = 0; n < count; n++) page.footer(n, words.page(n + 1, count), head.organisation);
  return finished();
}

/** The parts of the report on the paper. */
class Page {
  constructor(
    private readonly doc: PDFKit.PDFDocument,
    private readonly root: PDFKit.PDFStructureElement,
  ) {}

  /** What a text is, to those who are read to. */
  private as(structType: string, structParent: PDFKit.PDFStructureElement = this.root) {
    return { structParent, structType };
  }

  /** An element of the structure, filled while it is open. */
  private within(
    type: string,
    parent: PDFKit.PDFStructureElement,
    fill: (own: PDFKit.PDFStructureElement) => void,
  ): void {
    const own = this.doc.struct(type);
    parent.add(own);
    fill(own);
    own.end();
  }

  private rule(from: number, y: number): void {
    decorate(this.doc, () => this.doc.strokeColor(RULE).lineWidth(0.5).moveTo(from, y).lineTo(RIGHT, y).stroke());
  }

  private get bottom(): number {
    return this.doc.page.height - this.doc.page.margins.bottom;
  }

  /** @returns its number, from 1 */
  private get number(): number {
    const { start, count } = this.doc.bufferedPageRange();
    return start + count;
  }

  newPage(): number {
    this.doc.addPage();
    return this.number;
  }

  /** Where a section begins: on a new page only where little room is left. */
  newSection(): number {
    if (this.doc.y > this.bottom - 160) return this.newPage();
    this.doc.moveDown(1);
    return this.number;
  }

  private keepTogether(points: number): void {
    if (this.doc.y + points > this.bottom) this.doc.addPage();
  }

  title(title: string, under: string): void {
    this.doc.font('serif').fontSize(20).fillColor(CLOTH).text(printable(title), MARGIN, this.doc.y, this.as('H1'));
    this.doc.font('sans').fontSize(9).fillColor(INK).text(printable(under), this.as('P')).moveDown(0.6);
  }

  heading(text: string): void {
    this.keepTogether(60);
    this.doc
      .moveDown(0.4)
      .font('serif')
      .fontSize(14)
      .fillColor(CLOTH)
      .text(printable(text), MARGIN, this.doc.y, { width: WIDTH, ...this.as('H2') })
      .moveDown(0.25);
  }

  muted(text: string): void {
    this.doc
      .font('sans')
      .fontSize(8.5)
      .fillColor(MUTED)
      .text(printable(text), MARGIN, this.doc.y, { width: WIDTH, ...this.as('P') })
      .moveDown(0.5);
  }

  /** @param shares of the width, by column */
  table(head: readonly string[] | null, rows: readonly (readonly string[])[], shares: readonly number[]): void {
    this.within('Table', this.root, (table) => {
      if (head) this.row(table, 'TH', head, shares);
      for (const row of rows) this.row(table, 'TD', row, shares);
    });
    this.doc.moveDown(0.6);
  }

  private row(
    table: PDFKit.PDFStructureElement,
    type: 'TH' | 'TD',
    cells: readonly string[],
    shares: readonly number[],
  ): void {
    const colour = type === 'TH' ? MUTED : INK;
    const said = cells.map((cell) => printable(cell.slice(0, 300)));
    const widths = shares.map((share) => share * WIDTH - 8);
    this.doc.font('sans').fontSize(8.5).fillColor(colour);
    const height = Math.max(...said.map((cell, i) => this.doc.heightOfString(cell, { width: widths[i] })));
    this.keepTogether(height + 8);
    const top = this.doc.y + 3;
    let left = MARGIN;
    this.within('TR', table, (row) => {
      for (const [i, cell] of said.entries()) {
        this.doc.fillColor(colour).text(cell, left, top, { width: widths[i]!, ...this.as(type, row) });
        left += shares[i]! * WIDTH;
      }
    });
    const under = top + height + 3;
    this.rule(MARGIN, under);
    this.doc.x = MARGIN;
    this.doc.y = under + 1;
  }

  record({ depth, heading, fields, text, attached }: ReportRecord, attachedWord: string): void {
    const left = MARGIN + depth * INDENT;
    const width = RIGHT - left;
    this.keepTogether(44);
    const top = this.doc.y;
    this.doc
      .font('serif')
      .fontSize(depth > 0 ? 9.5 : 10.5)
      .fillColor(INK)
      .text(printable(heading.slice(0, 200)), left, top + 2, { width, ...this.as('H3') })
      .moveDown(0.15);
    const said = [...fields, ...(attached.length > 0 ? [{ title: attachedWord, value: attached.join(', ') }] : [])];
    if (said.length > 0)
      this.within('L', this.root, (list) => {
        for (const { title, value } of said) this.field(list, title, value, left, width);
      });
    if (text)
      this.doc
        .moveDown(0.3)
        .font('sans')
        .fontSize(8.5)
        .fillColor(INK)
        .text(printable(text), left, this.doc.y, { width, lineGap: 1, ...this.as('P') });
    this.doc.moveDown(0.4);
    this.rule(left, this.doc.y);
    this.doc.moveDown(0.35);
  }

  private field(list: PDFKit.PDFStructureElement, title: string, value: string, left: number, width: number): void {
    const [said, named] = [printable(value), printable(title)];
    const values = width - VALUES;
    this.doc.font('sans').fontSize(8.5);
    const height = Math.max(
      this.doc.heightOfString(said, { width: values }),
      this.doc.heightOfString(named, { width: VALUES - 10 }),
    );
    // A long value goes over the page by itself; a short one is not torn from its title.
    if (height < 120) this.keepTogether(height);
    const top = this.doc.y;
    const pages = this.number;
    this.within('LI', list, (item) => {
      this.doc.fillColor(MUTED).text(named, left, top, { width: VALUES - 10, ...this.as('Lbl', item) });
      this.doc.fillColor(INK).text(said, left + VALUES, top, { width: values, ...this.as('LBody', item) });
    });
    if (this.number === pages) this.doc.y = top + height;
    this.doc.y += 1.5;
    this.doc.x = MARGIN;
  }

  /** Room for the contents, which are known when all else has been set. */
  reserve(heading: string, lines: number): { entry(title: string, page: number): void; write(): void } {
    const entries: { title: string; page: number }[] = [];
    const line = 14;
    this.keepTogether(Math.min(60 + lines * line, 600));
    this.heading(heading);
    const [at, top] = [this.number - 1, this.doc.y];
    const contents = this.doc.struct('TOC');
    this.root.add(contents);
    const most = Math.min(lines, Math.floor((this.bottom - top) / line));
    this.doc.y = top + most * line;
    return {
      entry: (title, page) => void entries.push({ title, page }),
      write: () => {
        this.doc.switchToPage(at);
        for (const [i, { title, page }] of entries.slice(0, most).entries()) {
          const y = top + i * line;
          this.doc
            .font('sans')
            .fontSize(9)
            .fillColor(INK)
            .text(printable(title), MARGIN, y, {
              width: WIDTH - 40,
              lineBreak: false,
              ellipsis: true,
              ...this.as('TOCI', contents),
            });
          this.doc.text(String(page), RIGHT - 40, y, {
            width: 40,
            align: 'right',
            lineBreak: false,
            ...this.as('TOCI', contents),
          });
        }
        contents.end();
      },
    };
  }

  /** @param at page, from 0 */
  footer(at: number, text: string, organisation: string): void {
    this.doc.switchToPage(at);
    const { margins, height } = this.doc.page;
    const kept = margins.bottom;
    // Below the margin nothing may be written but this.
    margins.bottom = 0;
    decorate(
      this.doc,
      () => {
        this.doc
          .font('sans')
          .fontSize(8)
          .fillColor(MUTED)
          .text(printable(organisation), MARGIN, height - 40, { width: WIDTH / 2, lineBreak: false });
        this.doc.text(printable(text), MARGIN + WIDTH / 2, height - 40, {
          width: WIDTH / 2,
          align: 'right',
          lineBreak: false,
        });
      },
      'Pagination',
    );
    margins.bottom = kept;
  }
}
