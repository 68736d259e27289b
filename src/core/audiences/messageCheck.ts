import { reason, type Because } from '../shared/reason';
import type { MessageReason } from './reasons';

/** A draft mail as far as its parts could be read. */
export interface DraftMessage {
  /** Lower-case header names. */
  headers: ReadonlyMap<string, string>;
  from: { name: string | null; address: string } | null;
  subject: string;
  /** The visible words. */
  text: string;
  links: readonly { href: string; text: string }[];
  images: number;
}

export interface Requirement {
  code: 'one-click' | 'visible-way-out' | 'sender' | 'postal-address';
  isMet: boolean;
  text: string;
  /** What to add; null where nothing is missing. */
  add: string | null;
  source: string;
}

export interface MessageVerdict {
  kind: 'service' | 'advertising';
  reasons: Because<MessageReason>[];
  /** Only advertising has them. */
  requirements: Requirement[];
  isFit: boolean;
}

type SignCode = Extract<MessageReason, { what: string }>['code'];

interface Sign {
  code: SignCode;
  weight: number;
  found(message: DraftMessage, words: string): string | null;
}

const pattern = (expression: RegExp) => (_: DraftMessage, words: string) => expression.exec(words)?.[0]?.trim() ?? null;

// Words of trade in English, Danish, German and Dutch. A mail that does both is advertising: the stricter rule holds.
const ADVERTISING: readonly Sign[] = [
  {
    code: 'reduced-price',
    weight: 3,
    found: pattern(
      new RegExp(
        String.raw`\b\d{1,2} ?% ?(off|discount|rabat|rabatt|korting|billigere|günstiger)|\b(sale|udsalg|ausverkauf` +
          String.raw`|uitverkoop|black week|spar(e|en)? (op til|bis zu)|rabatkode|rabattcode|kortingscode` +
          String.raw`|discount code|voucher)\b`,
        'iu',
      ),
    ),
  },
  {
    code: 'buy-now',
    weight: 3,
    found: pattern(
      new RegExp(
        String.raw`\b(buy now|shop now|order now|book now|køb nu|bestil nu|jetzt (kaufen|bestellen|buchen)|nu ` +
          String.raw`(kopen|bestellen|boeken)|don’t miss|don't miss|last chance|sidste chance|letzte chance` +
          String.raw`|laatste kans)\b`,
        'iu',
      ),
    ),
  },
  {
    code: 'new-goods',
    weight: 2,
    found: pattern(
      new RegExp(
        String.raw`\b(new (arrivals|collection|models?)|our (latest|newest)|discover our|nyheder|ny kollektion` +
          String.raw`|oplev vores|neue (kollektion|modelle)|entdecken sie|nieuwe collectie|ontdek onze|special offer` +
          String.raw`|offers? of the (week|month)|tilbud|angebote?|aanbieding(en)?)\b`,
        'iu',
      ),
    ),
  },
  {
    code: 'newsletter',
    weight: 2,
    found: pattern(/\b(newsletter|nyhedsbrev|nieuwsbrief|rundbrief)\b/iu),
  },
  {
    code: 'campaign-links',
    weight: 1,
    found: ({ links }) => links.find(({ href }) => /[?&](utm_|campaign=|cid=)/i.test(href))?.href.slice(0, 60) ?? null,
  },
  {
    code: 'bulk',
    weight: 1,
    found: ({ headers }) =>
      /bulk|list/i.test(headers.get('precedence') ?? '') || headers.has('list-id') ? 'Precedence or List-Id' : null,
  },
  {
    code: 'many-images',
    weight: 1,
    found: ({ images, text }) => (images >= 4 && text.length < images * 200 ? `${images} pictures` : null),
  },
];

const SERVICE: readonly Sign[] = [
  {
    code: 'order',
    weight: 3,
    found: pattern(
      new RegExp(
        String.raw`\b(your order|order (no|number|confirmation)|din ordre|ordrebekræftelse|ihre bestellung` +
          String.raw`|bestellbestätigung|uw bestelling|orderbevestiging)\b[^.]{0,30}`,
        'iu',
      ),
    ),
  },
  {
    code: 'delivery',
    weight: 2,
    found: pattern(
      new RegExp(
        String.raw`\b(has been (sent|shipped|delivered)|tracking number|er afsendt|pakkenummer|wurde (versandt` +
          String.raw`|geliefert)|sendungsnummer|is verzonden|track ?& ?trace)\b`,
        'iu',
      ),
    ),
  },
  {
    code: 'invoice',
    weight: 3,
    found: pattern(
      /\b(invoice|receipt for|payment (received|reminder)|faktura|kvittering|rechnung|zahlungs(eingang|erinnerung)|factuur|betaling)\b/iu,
    ),
  },
  {
    code: 'account',
    weight: 3,
    found: pattern(
      /\b(reset (your )?password|verification code|sign-in|nulstil|engangskode|passwort zurücksetzen|wachtwoord|inlogcode)\b/iu,
    ),
  },
  {
    code: 'appointment',
    weight: 2,
    found: pattern(
      new RegExp(
        String.raw`\b(your (appointment|booking|repair)|din (aftale|booking|reparation)|ihre? (termin|buchung` +
          String.raw`|reparatur)|uw (afspraak|boeking|reparatie))\b`,
        'iu',
      ),
    ),
  },
  {
    code: 'rights',
    weight: 3,
    found: pattern(
      /\b(your (request|data protection|privacy) |privacy notice|databeskyttelse|datenschutz|gegevensbescherming)/iu,
    ),
  },
];

const WAY_OUT =
  /unsubscribe|opt[ -]?out|stop these|afmeld|frameld|abmelden|abbestellen|austragen|afmelden|uitschrijven/iu;
const ADDRESS = new RegExp(
  String.raw`\p{L}[\p{L}.’' -]{2,}\s\d{1,4}\s?[a-zA-Z]?,?\s+(?:[A-Z]{1,2}-?)?\d{4,5}(?:\s?[A-Z]{2})?\s+\p{L}` +
    String.raw`|\d{1,5}\s\p{L}[\p{L}.’' -]{2,},\s*\p{L}[\p{L}.’' -]+,?\s+(?:[A-Z]{1,2}\d[A-Z\d]?\s?\d[A-Z]{2}` +
    String.raw`|[A-Z]{2}\s\d{5})`,
  'u',
);

/**
 * Is a draft mail about a service the person asked for, or advertising? And if it advertises: does it have what the
 * law wants? Source: ePrivacy directive art. 13(1), (2), (4); directive 2000/31/EC art. 6; 15 U.S.C. 7704(a); RFC
 * 8058; GDPR art. 21(2).
 *
 * @param organisation name and postal address as the sender states them
 */
export function checkMessage(message: DraftMessage, organisation: { name: string; address: string }): MessageVerdict {
  const words = `${message.subject}\n${message.text}`;
  const signsOf = (signs: readonly Sign[]) =>
    signs.flatMap((sign) => {
      const what = sign.found(message, words);
      return what ? [{ ...sign, what }] : [];
    });
  const [advertising, service] = [signsOf(ADVERTISING), signsOf(SERVICE)];
  const weight = (signs: readonly Sign[]) => signs.reduce((sum, one) => sum + one.weight, 0);
  // One weak sign is no advertisement; without any sign of a service it is read as one.
  const isAdvertising = weight(advertising) >= 2 || weight(service) === 0;
  const reasons = [...advertising, ...service].map(({ code, what }): Because<MessageReason> =>
    reason({ code, what: what.slice(0, 60) }),
  );
  if (isAdvertising && weight(service) > 0) reasons.push(reason({ code: 'both' }, 'ePrivacy directive art. 13(1)'));
  if (isAdvertising && advertising.length === 0) reasons.push(reason({ code: 'nothing-of-a-service' }));
  if (!isAdvertising) return { kind: 'service', reasons, requirements: [], isFit: true };
  const requirements = [
    oneClick(message),
    wayOut(message),
    sender(message, organisation.name),
    postalAddress(message, organisation.address),
  ];
  return { kind: 'advertising', reasons, requirements, isFit: requirements.every(({ isMet }) => isMet) };
}

function oneClick({ headers }: DraftMessage): Requirement {
  const hasLink = /<https:\/\/[^>\s]+>/i.test(headers.get('list-unsubscribe') ?? '');
  const hasPost = /^\s*List-Unsubscribe=One-Click\s*$/i.test(headers.get('list-unsubscribe-post') ?? '');
  const missing = [
    ...(hasLink ? [] : ['List-Unsubscribe: <https://…> with an address that is this person’s own']),
    ...(hasPost ? [] : ['List-Unsubscribe-Post: List-Unsubscribe=One-Click']),
  ];
  return {
    code: 'one-click',
    isMet: missing.length === 0,
    text: 'One click in the mail program ends it',
    add: missing.length > 0 ? `Add the header ${missing.join(' and the header ')}.` : null,
    source: 'RFC 8058',
  };
}

function wayOut({ links }: DraftMessage): Requirement {
  const found = links.find(
    ({ href, text }) =>
      (WAY_OUT.test(text) || WAY_OUT.test(href)) && /^(https:|mailto:)/i.test(href) && text.trim() !== '',
  );
  return {
    code: 'visible-way-out',
    isMet: found !== undefined,
    text: 'A visible link says how to stop it',
    add: found
      ? null
      : 'Add a link that says “unsubscribe” (in the mail’s language) and leads to a page that works without signing in.',
    source: 'ePrivacy directive art. 13(2), (4); 15 U.S.C. 7704(a)(3)',
  };
}

function sender({ from, text }: DraftMessage, name: string): Requirement {
  const [short] = name.split(/\s+(?:&|and)\s+/);
  const isNamed =
    Boolean(from?.name?.trim()) && (text.includes(name) || text.toLowerCase().includes(short!.toLowerCase()));
  return {
    code: 'sender',
    isMet: isNamed,
    text: 'It says who sends it',
    add: isNamed
      ? null
      : from?.name?.trim()
        ? `Name ${name} in the text as the one on whose behalf it is sent.`
        : `Put a name before the From address, and name ${name} in the text.`,
    source: 'ePrivacy directive art. 13(4); directive 2000/31/EC art. 6(b)',
  };
}

function postalAddress({ text }: DraftMessage, address: string): Requirement {
  const flat = text.replace(/\s+/g, ' ');
  const isThere = ADDRESS.test(flat) || flat.includes(address.split(',').slice(1, 3).join(',').trim());
  return {
    code: 'postal-address',
    isMet: isThere,
    text: 'It has a postal address',
    add: isThere ? null : `Add the postal address: ${address}.`,
    source: '15 U.S.C. 7704(a)(5); directive 2000/31/EC art. 5(1)(b)',
  };
}
