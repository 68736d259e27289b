import { contrastOf, LEAST_CONTRAST } from '../shared/contrast';
import type { DraftMessage } from './messageCheck';

/** What a mail's mark-up says, as far as it matters to whoever cannot see it as it was meant. */
export interface MarkupFacts {
  /** `lang` of the document; null: it says none. */
  language: string | null;
  /** Pictures without an alternative text; an empty one is an answer. */
  withoutAlternative: number;
  /** Colours of text and what lies behind it, where one element says both: `#rrggbb`. */
  colours: { text: string; back: string; words: string }[];
  /** Smallest size of text that is set, CSS pixels; null: none is set. */
  smallest: number | null;
}

export interface Advice {
  /** Whom it keeps from reading: people, or a filter of mails that puts it aside. */
  about: 'everybody' | 'filter';
  text: string;
  /** What to change. */
  add: string;
}

const SMALLEST_PX = 12;
const VAGUE_LINK =
  /^(click here|here|read more|more|link|klik her|her|læs mere|hier( klicken)?|mehr|klik hier|lees meer|meer)[.!›» ]*$/i;
const SHORT_HOSTS = /^(?:[a-z0-9-]{1,6}\.)?[a-z0-9]{2,4}\.(?:ly|gl|to|gd|link)$/i;
const BARE_NUMBER = /^(\d{1,3}\.){3}\d{1,3}$|^\[/;
const LEAST_LETTERS_A_PICTURE = 150;

const hostOf = (href: string): string => {
  try {
    return new URL(href).hostname;
  } catch {
    return '';
  }
};

/** Can everybody read it? Source: WCAG 2.2, 1.1.1, 1.4.3, 2.4.4, 3.1.1; directive (EU) 2019/882. */
function forEverybody(message: DraftMessage, markup: MarkupFacts | null): Advice[] {
  const found: Advice[] = [];
  const say = (text: string, add: string) => found.push({ about: 'everybody', text, add });
  const vague = message.links.find(({ text }) => VAGUE_LINK.test(text.trim()));
  if (vague)
    say(`A link says only “${vague.text.trim()}”.`, 'Let its words say where it leads: they are read out one by one.');
  const wordless = message.links.filter(({ text }) => text.trim() === '').length;
  if (wordless > 0) say(`${wordless} links have no words.`, 'Give the picture in each an alternative text.');
  if (!markup) return found;
  if (!markup.language)
    say('It does not say its language.', 'Add lang="…" to <html>, so that it is read out with the right voice.');
  if (markup.withoutAlternative > 0)
    say(
      `${markup.withoutAlternative} pictures have no alternative text.`,
      'Add alt="…" with what the picture says; alt="" where it says nothing.',
    );
  const faint = markup.colours.find(({ text, back }) => contrastOf(text, back) < LEAST_CONTRAST);
  if (faint)
    say(
      `“${faint.words.slice(0, 40)}” can hardly be read: ${faint.text} on ${faint.back} is ` +
        `${contrastOf(faint.text, faint.back).toFixed(1)} : 1.`,
      `Take colours with at least ${LEAST_CONTRAST} : 1.`,
    );
  if (markup.smallest !== null && markup.smallest < SMALLEST_PX)
    say(
      `Some words are ${markup.smallest} pixels high.`,
      `Take at least ${SMALLEST_PX} pixels, also for the small print.`,
    );
  return found;
}

/** What would a mail filter hold against it? */
function forFilters(message: DraftMessage, markup: MarkupFacts | null, ownDomain: string): Advice[] {
  const found: Advice[] = [];
  const say = (text: string, add: string) => found.push({ about: 'filter', text, add });
  const { subject, text, links, images, from, headers } = message;
  const letters = subject.replace(/[^\p{L}]/gu, '');
  if (letters.length >= 8 && letters === letters.toUpperCase())
    say('The subject shouts.', 'Write it in small letters.');
  if (/[!?]{2,}|!.*!/.test(subject)) say('The subject has several exclamation marks.', 'Take them out.');
  if (/^\s*(re|fwd?|sv|aw|vs|antw):/i.test(subject) && !headers.has('in-reply-to'))
    say('The subject says that it is an answer, and it is none.', 'Take out the “Re:”.');
  if (subject.trim() === '') say('It has no subject.', 'Say in a few words what it is about.');
  const other = links.find(({ href, text: words }) => {
    const shown = /^(?:https?:\/\/)?((?:[a-z0-9-]+\.)+[a-z]{2,})(?:\/|$)/i.exec(words.trim())?.[1]?.toLowerCase();
    return shown !== undefined && hostOf(href) !== '' && !hostOf(href).endsWith(shown.replace(/^www\./, ''));
  });
  if (other)
    say(
      `A link shows “${other.text.trim().slice(0, 60)}” and leads to ${hostOf(other.href)}.`,
      'Show where it leads, or words.',
    );
  const hidden = links.find(({ href }) => SHORT_HOSTS.test(hostOf(href)) || BARE_NUMBER.test(hostOf(href)));
  if (hidden)
    say(
      `A link leads to ${hostOf(hidden.href)}, which says nothing of whose it is.`,
      'Link to a page under your own name.',
    );
  if (links.some(({ href }) => /^http:/i.test(href))) say('A link is not encrypted (http).', 'Link to https.');
  if (images > 0 && text.replace(/\s+/g, ' ').length < images * LEAST_LETTERS_A_PICTURE)
    say(`It is mostly pictures: ${images} with ${text.length} letters.`, 'Say it in words too.');
  if (from && ownDomain && !from.address.toLowerCase().endsWith(ownDomain))
    say(
      `It comes from ${from.address.split('@')[1] ?? from.address}, not from ${ownDomain}.`,
      'Send it from an address of your own domain that its mail server is entered for (SPF, DKIM, DMARC).',
    );
  if (markup && headers.size > 0 && !/multipart\/alternative/i.test(headers.get('content-type') ?? ''))
    say('It has no plain text beside the HTML.', 'Add a text part that says the same.');
  return found;
}

/**
 * What keeps a draft mail from being read: by people who hear or enlarge it, and by filters on its way. It is advice; what the law wants
 * stands in the requirements.
 *
 * @param markup null: it is plain text
 * @param contact address of the organisation, for its own domain
 */
export function adviseMessage(message: DraftMessage, markup: MarkupFacts | null, contact: string): Advice[] {
  const ownDomain = contact.split('@')[1]?.toLowerCase() ?? '';
  return [...forEverybody(message, markup), ...forFilters(message, markup, ownDomain)];
}
