import { SaxesParser } from 'saxes';

/** What is told of XML as it passes by, by local names: prefixes are each program's own. */
export interface Marks {
  open(name: string, of: (attribute: string) => string | undefined): void;
  text?(words: string): void;
  close?(name: string): void;
}

/** Takes XML piece by piece. @throws where it is no XML, or cut off */
export function marksOf(on: Marks): { write(piece: Buffer): void; end(): void } {
  const xml = new SaxesParser();
  const decoder = new TextDecoder();
  const own = (name: string) => name.slice(name.indexOf(':') + 1);
  xml.on('error', (error) => {
    throw error;
  });
  xml.on('opentag', ({ name, attributes }) => {
    const named = attributes as Record<string, string>;
    on.open(
      own(name),
      (attribute) => named[attribute] ?? Object.entries(named).find(([key]) => own(key) === attribute)?.[1],
    );
  });
  if (on.text) xml.on('text', (words) => on.text!(words));
  if (on.close) xml.on('closetag', ({ name }) => on.close!(own(name)));
  return {
    write: (piece) => void xml.write(decoder.decode(piece, { stream: true })),
    end: () => void xml.close(),
  };
}

export async function marks(content: AsyncIterable<Buffer>, on: Marks): Promise<void> {
  const feed = marksOf(on);
  for await (const piece of content) feed.write(piece);
  feed.end();
}
