import type { WordingShown } from './views';

const escaped = (text: string): string =>
  text.replace(/&/g, '&amp;').replace(/</g, '&lt;').replace(/>/g, '&gt;').replace(/"/g, '&quot;');

/** What a purpose is called beside its own box. */
export interface AskedFor {
  id: string;
  title: string;
}

/**
 * The boxes of an ask for the form of a site, in one language: never ticked, never required, and with what has to be sent along so that
 * it is found years later what somebody saw. The words are text, whatever stands in them.
 */
export function htmlOf(ask: WordingShown, language: string, purposes: readonly AskedFor[]): string {
  const words = ask.words[language] ?? '';
  const box = ({ id }: AskedFor, label: string) =>
    `  <label><input type="checkbox" name="${escaped(id)}" value="grant"> ${escaped(label)}</label>`;
  const [first] = purposes;
  const boxes =
    purposes.length === 1 && first
      ? [box(first, words)]
      : [`  <legend>${escaped(words)}</legend>`, ...purposes.map((one) => box(one, one.title))];
  return [
    `<fieldset lang="${escaped(language)}" data-bookend-ask="${escaped(ask.id)}" data-version="${ask.version}">`,
    ...boxes,
    `  <input type="hidden" name="ask" value="${escaped(ask.id)}">`,
    `  <input type="hidden" name="askVersion" value="${ask.version}">`,
    `  <input type="hidden" name="language" value="${escaped(language)}">`,
    '</fieldset>',
  ].join('\n');
}

/**
 * A script beside the form: a box that a page brings ticked is emptied before anybody sees it, and one that is left empty is told as a no,
 * so that nobody is asked again who has answered.
 */
export const FORM_SCRIPT = `<script>
for (const ask of document.querySelectorAll('[data-bookend-ask]')) {
  for (const box of ask.querySelectorAll('input[type=checkbox]')) { box.checked = box.defaultChecked = false; box.required = false; }
  ask.closest('form')?.addEventListener('formdata', ({ formData }) => {
    for (const { name, checked } of ask.querySelectorAll('input[type=checkbox]')) formData.set(name, checked ? 'grant' : 'refuse');
  });
}
</script>`;

/** What the server of the form sends of one answer: it holds the key, and the page never does. */
export function callOf(ask: WordingShown, purpose: string, language: string): string {
  const body = {
    identifiers: [{ kind: 'email', value: 'the address that was typed' }],
    purpose,
    answer: 'grant',
    ask: ask.id,
    askVersion: ask.version,
    language,
    place: ask.place ?? ask.id,
    method: ask.method ?? 'tick-box',
    occurredAt: 'when the form was sent, such as 2026-11-20T09:14:03+01:00',
    externalId: 'your own number of this answer: sent twice it counts once',
  };
  return `POST /api/v1/choices\n${JSON.stringify(body, null, 2)}`;
}

/** What is said at a counter or on the telephone, in the language of the person. */
export interface SpokenWords {
  read: string;
  yes: string;
  no: string;
  silence: string;
  name: string;
  reach: string;
  day: string;
  reference: string;
}

/** The ask on paper: to be read out, or filled in by the person. No box is ticked. */
export function paperOf(
  ask: WordingShown,
  language: string,
  purposes: readonly AskedFor[],
  say: SpokenWords,
  organisation: string,
): string {
  const words = ask.words[language] ?? '';
  const boxes = purposes.map(({ title }) =>
    [purposes.length > 1 ? title : '', `[   ] ${say.yes}        [   ] ${say.no}`].filter(Boolean).join('\n'),
  );
  const line = (label: string) => `${label}: ______________________________________`;
  return [
    say.read,
    `“${words}”`,
    ...boxes,
    say.silence,
    [line(say.name), line(say.reach), line(say.day)].join('\n\n'),
    `${organisation} · ${say.reference}: ${ask.id}, ${ask.version}, ${language}`,
  ].join('\n\n\n');
}
