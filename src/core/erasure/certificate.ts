import type { RequestRef } from '../shared/ids';
import { CERTIFICATE_WORDS } from '../words/sections';
import { sayDayIn, wordsOf } from '../letters/frame';
import { heading, list, para, type Letter } from '../letters/letter';
import { languageOf } from '../letters/mailings';

/** What a certificate of erasure states: the signed content. */
export interface CertificateContent {
  done: readonly { system: string; collection: string; action: string; count: number }[];
  residue: readonly {
    system: string;
    collection: string;
    count: number;
    rule?: string;
    why: string;
    law?: string | null;
    until: string | null;
    restricted?: number;
  }[];
  recipientsTold?: readonly { recipient: string; toldOn: string }[];
  keysDestroyed: boolean;
  planFingerprint: string;
  planFrozenOn: string;
  receivedAt: string;
}

/** How places and recipients are called in the language of the certificate. */
export interface CertificateNames {
  place(place: string): string;
  recipient(name: string): string;
}

/**
 * The certificate as a letter: what went, what stays and why, and the signature that anyone with the public key can
 * check.
 */
export function certificateLetter(
  facts: {
    ref: RequestRef;
    language: string | null;
    organisation: string;
    finishedOn: string;
    receivedOn: string;
    signature: string;
  },
  content: CertificateContent,
  names: CertificateNames,
): Letter {
  const language = languageOf(facts.language);
  const [words, frame] = [CERTIFICATE_WORDS[language], wordsOf(language)];
  const day = (on: string) => sayDayIn(language, on);
  const place = (of: { system: string; collection: string }) => names.place(`${of.system}/${of.collection}`);
  const kept = content.residue.map((line) => {
    const because =
      frame.keptBecause[line.rule as keyof typeof frame.keptBecause]?.(
        line.until ? day(line.until) : null,
        line.law ?? null,
      ) ?? `${line.why}${line.law ? ` ${line.law}.` : ''}`;
    return `${place(line)}: ${frame.records(line.count)}. ${because}${line.restricted ? ` ${frame.restricted}` : ''}`;
  });
  const told = content.recipientsTold ?? [];
  return {
    template: 'certificate',
    version: 2,
    subject: words.subject(facts.ref),
    greeting: words.dates(day(facts.receivedOn), day(facts.finishedOn)),
    body: [
      heading(words.done),
      list(
        content.done.map(
          (line) => `${place(line)}: ${line.count} ${line.action === 'erase' ? words.erased : words.anonymised}`,
        ),
      ),
      heading(words.kept),
      kept.length === 0 ? para(frame.nothing) : list(kept),
      ...(told.length > 0
        ? [
            heading(words.told),
            list(told.map(({ recipient, toldOn }) => frame.told(names.recipient(recipient), day(toldOn)))),
          ]
        : []),
      heading(words.proof),
      para(words.proofText),
      para(
        `${words.frozen(day(content.planFrozenOn), content.planFingerprint)} ` +
          `${content.keysDestroyed ? words.keysDestroyed : words.keysStay}`,
      ),
      heading(words.signature),
      para(facts.signature),
    ],
    closing: facts.organisation,
  };
}
