import { detect } from './detect';
import { DETECTORS } from './detectors/all';

/**
 * A text in which values of some kinds are only said to be held. For laws that forbid handing them over even to the person,
 * because whoever pretends to be them would be given the most dangerous of all.
 * Source: 11 CCR 7024(d).
 *
 * @param kinds as in a regime's `neverDisclose`
 * @returns the text, and how many values of each kind it held
 * @example sayHeld('card 4111 1111 1111 1111', ['payment-card']).text // 'card [payment card is held]'
 */
export function sayHeld(text: string, kinds: readonly string[]): { text: string; held: Record<string, number> } {
  const held: Record<string, number> = {};
  if (kinds.length === 0) return { text, held };
  let out = '';
  let at = 0;
  for (const span of detect(text, DETECTORS.filter(({ kind }) => kinds.includes(kind)))) {
    out += `${text.slice(at, span.start)}[${span.kind.replace(/-/g, ' ')} is held]`;
    held[span.kind] = (held[span.kind] ?? 0) + 1;
    at = span.end;
  }
  return { text: out + text.slice(at), held };
}
