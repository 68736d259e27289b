import { sayDay } from '../../core/shared/days';

type Values = Record<string, unknown>;

const text = (value: unknown): string => String(value ?? '');
const day = (value: unknown): string => (typeof value === 'string' && /^\d{4}-\d{2}-\d{2}/.test(value) ? sayDay(value.slice(0, 10)) : text(value));

/** What happened, with the value, and what would be accepted. One place for every refusal's words. */
const WORDS: Record<string, (v: Values) => string> = {
  'not-allowed': () => 'Your role may not do this. Nothing was changed.',
  'not-found': () => 'There is no such thing, or it is not yours to see.',
  'request-closed': () => 'This request is closed. Nothing was changed.',
  'sign-in-wrong': () => 'Address or password is wrong.',
  'unknown-regime': (v) => `There is no regime “${text(v['regime'])}”.`,
  'received-in-the-future': (v) => `It cannot have been received in the future (${day(v['receivedAt'])}). Today is ${day(v['now'])}.`,
  'event-before-receipt': (v) => `${text(v['kind'])} cannot lie before the day of receipt.`,
  'event-in-the-future': (v) => `${text(v['kind'])} cannot lie in the future.`,
  'event-without-its-pair': (v) => `${text(v['kind'])} needs an open ${text(v['needs'])} before it.`,
  'event-twice': (v) => `${text(v['kind'])} is on the clock already.`,
  'event-after-answer': (v) => `${text(v['kind'])} cannot come after the answer.`,
  'extension-without-reason': () => 'An extension needs its reason: the person is told it.',
  'extension-not-allowed': (v) => `${text(v['regime'])} has no extension for ${text(v['right'])}.`,
  'extension-too-late': (v) => `The last day to announce an extension was ${day(v['extendBy'])}.`,
  'extension-needs-until': () => 'This law leaves the length open: say until which day.',
  'extension-until-too-early': (v) => `The extension has to end after ${day(v['dueOn'])}.`,
  'no-appeal': (v) => `${text(v['regime'])} knows no appeal to us; the person may go to the authority.`,
  'appeal-before-answer': () => 'An appeal can only follow an answer.',
  'address-not-on-file': () => 'A code goes only to an address that is already on file.',
  'identity-proven-already': () => 'Identity is proven already.',
  'identity-not-proven': () => 'Identity has to be proven first.',
  'identity-not-failed': () => 'Ask for proof of identity first; a refusal follows only when it fails.',
  'no-address': () => 'There is no address to answer to. Add one, or answer on paper.',
  'trace-running': () => 'A trace is running already.',
  'trace-not-finished': () => 'The trace is not finished.',
  'already-decided': () => 'This request is decided; what it rests on can no longer change.',
  'matches-undecided': (v) => `${text(v['count'])} matches have no verdict yet.`,
  'step-not-failed': () => 'This system has not failed.',
  'not-decided': () => 'Decide first.',
  'pack-building': () => 'The pack is being built.',
  'pack-not-ready': () => 'The pack is not ready.',
  'no-pack-for-right': (v) => `There is no pack for ${text(v['right'])}.`,
  'not-an-erasure': () => 'Only an erasure has a plan.',
  'plan-running': () => 'The plan is being carried out.',
  'no-plan': () => 'Make the plan first.',
  'no-trace': () => 'Trace first.',
  'plan-changed': () => 'Worked out again, the plan has other lines. Make it anew and look at it again. Nothing was erased.',
  'small-cohort': (v) => `Only ${text(v['k'])} records look alike after anonymising. Say why that is acceptable. Nothing was erased.`,
  'reference-wrong': (v) => `Type ${text(v['expected'])} exactly. Nothing was erased.`,
  'circle-cannot-be-broken': (v) => `These records hold each other and cannot be deleted one by one: ${text(v['records'])}.`,
  'cannot-be-done': (v) => `${text(v['record'])} cannot be changed through its connection.`,
  'file-empty': () => 'The file is empty. Nothing was imported.',
  'columns-missing': (v) => `Columns are missing: ${(v['missing'] as string[]).join(', ')}. A till file has ${(v['expected'] as string[]).join(', ')}. Nothing was imported.`,
  'file-too-large': (v) => `The file has ${Math.round(Number(v['bytes']) / 1e6)} MB; ${Math.round(Number(v['most']) / 1e6)} MB is the most.`,
  'unknown-system': () => 'Choose the system that the file comes from.',
  'import-already-started': () => 'This import was started already.',
  'cannot-lock-yourself-out': () => 'You cannot keep yourself out.',
  'system-unreachable': (v) => text(v['message']),
  'link-unknown': () => 'This link is not one of ours, or a newer one has taken its place.',
  'link-expired': () => 'This link has expired. Write to us and we send a new one.',
  'link-used': () => 'This link has been used. Write to us if you still need something.',
  'tries-used-up': () => 'Too many wrong tries. This page is closed; write to us and we help you another way.',
  'code-wrong': (v) => `This is not the code. ${text(v['left'])} ${v['left'] === 1 ? 'try' : 'tries'} left.`,
  'secret-wrong': (v) => `This is not the word. ${text(v['left'])} ${v['left'] === 1 ? 'try' : 'tries'} left.`,
  'too-many': () => 'Too many tries from here. Wait a few minutes.',
};

/** The words for a refusal. A code without words is a defect that the tests find. */
export function sayRefusal(refusal: { code: string }): string {
  return WORDS[refusal.code]?.(refusal as unknown as Values) ?? `Refused (${refusal.code}).`;
}

export const REFUSALS_WITH_WORDS: readonly string[] = Object.keys(WORDS);
