import { sayDayIn, wordsOf } from '../letters/frame';
import { heading, list, para, type Letter } from '../letters/letter';
import { languageOf, type Language } from '../letters/mailings';

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

interface CertificateWords {
  subject(ref: string): string;
  dates(received: string, finished: string): string;
  done: string;
  erased: string;
  anonymised: string;
  kept: string;
  told: string;
  proof: string;
  proofText: string;
  frozen(day: string, fingerprint: string): string;
  keysDestroyed: string;
  keysStay: string;
  signature: string;
}

const WORDS: Readonly<Record<Language, CertificateWords>> = {
  en: {
    subject: (ref) => `Certificate of erasure ${ref}`,
    dates: (received, finished) => `Request received on ${received}; erasure finished on ${finished}.`,
    done: 'What was done',
    erased: 'erased',
    anonymised: 'anonymised',
    kept: 'What was kept',
    told: 'Recipients who were told (GDPR art. 19)',
    proof: 'Proof',
    proofText: 'A second search with the same keys found nothing beyond what is kept.',
    frozen: (day, fingerprint) => `Plan frozen on ${day}, fingerprint ${fingerprint}.`,
    keysDestroyed: 'The data keys are destroyed.',
    keysStay: 'The data keys stay, because records of Bookend itself are kept.',
    signature: 'Signature (Ed25519 over the canonical JSON, RFC 8785)',
  },
  da: {
    subject: (ref) => `Attest om sletning ${ref}`,
    dates: (received, finished) => `Anmodning modtaget ${received}; sletning afsluttet ${finished}.`,
    done: 'Hvad der er sket',
    erased: 'slettet',
    anonymised: 'anonymiseret',
    kept: 'Hvad der er beholdt',
    told: 'Modtagere, der har fået besked (databeskyttelsesforordningens art. 19)',
    proof: 'Dokumentation',
    proofText: 'En ny søgning med de samme nøgler fandt intet ud over det, der er beholdt.',
    frozen: (day, fingerprint) => `Planen blev låst ${day}, fingeraftryk ${fingerprint}.`,
    keysDestroyed: 'Datanøglerne er ødelagt.',
    keysStay: 'Datanøglerne bliver, fordi poster i Bookend selv er beholdt.',
    signature: 'Underskrift (Ed25519 over den kanoniske JSON, RFC 8785)',
  },
  de: {
    subject: (ref) => `Löschbescheinigung ${ref}`,
    dates: (received, finished) => `Anfrage eingegangen am ${received}; Löschung abgeschlossen am ${finished}.`,
    done: 'Was getan wurde',
    erased: 'gelöscht',
    anonymised: 'anonymisiert',
    kept: 'Was aufbewahrt wird',
    told: 'Empfänger, denen es mitgeteilt wurde (Art. 19 DSGVO)',
    proof: 'Nachweis',
    proofText: 'Eine zweite Suche mit denselben Schlüsseln fand nichts außer dem, was aufbewahrt wird.',
    frozen: (day, fingerprint) => `Plan festgeschrieben am ${day}, Fingerabdruck ${fingerprint}.`,
    keysDestroyed: 'Die Datenschlüssel sind vernichtet.',
    keysStay: 'Die Datenschlüssel bleiben, weil Datensätze von Bookend selbst aufbewahrt werden.',
    signature: 'Signatur (Ed25519 über das kanonische JSON, RFC 8785)',
  },
  nl: {
    subject: (ref) => `Verklaring van wissing ${ref}`,
    dates: (received, finished) => `Verzoek ontvangen op ${received}; wissing afgerond op ${finished}.`,
    done: 'Wat er is gedaan',
    erased: 'gewist',
    anonymised: 'geanonimiseerd',
    kept: 'Wat wordt bewaard',
    told: 'Ontvangers aan wie het is gemeld (AVG art. 19)',
    proof: 'Bewijs',
    proofText: 'Een tweede zoektocht met dezelfde sleutels vond niets buiten wat wordt bewaard.',
    frozen: (day, fingerprint) => `Plan vastgelegd op ${day}, vingerafdruk ${fingerprint}.`,
    keysDestroyed: 'De gegevenssleutels zijn vernietigd.',
    keysStay: 'De gegevenssleutels blijven, omdat gegevens van Bookend zelf worden bewaard.',
    signature: 'Handtekening (Ed25519 over de canonieke JSON, RFC 8785)',
  },
};

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
    ref: string;
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
  const [words, frame] = [WORDS[language], wordsOf(language)];
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
