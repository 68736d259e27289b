import type { DetectedKind } from '../detect/types';

/** What a record is about, coarsely: for looking through many of them one matter at a time. */
export const TOPICS = [
  'health',
  'money',
  'orders',
  'complaints',
  'contact and account',
  'marketing',
  'places and devices',
  'messages',
  'other',
] as const;
export type Topic = (typeof TOPICS)[number];

const BY_COLLECTION: readonly [RegExp, Topic][] = [
  [/order|basket|cart|wish|purchase|line|bestil|ordre|bestel/i, 'orders'],
  [/invoice|payment|refund|faktura|rechnung|factuur|quote/i, 'money'],
  [/review|complaint|claim|ticket|case|klage|beschwerde|klacht/i, 'complaints'],
  [/customer|member|person|address|account|contact|user|rider/i, 'contact and account'],
  [/newsletter|campaign|choice|consent|subscri|send/i, 'marketing'],
  [/log|ride|trip|device|session|location/i, 'places and devices'],
  [/message|mail|letter|note/i, 'messages'],
];
const BY_KIND: Partial<Record<DetectedKind, Topic>> = {
  health: 'health',
  'medical-id': 'health',
  'health-insurance-id': 'health',
  iban: 'money',
  'bank-account': 'money',
  'payment-card': 'money',
  'ip-address': 'places and devices',
  'mac-address': 'places and devices',
  'device-id': 'places and devices',
  location: 'places and devices',
};
const COMPLAINS =
  /\b(complain\w*|complaint|refund|broken|unacceptable|klage|reklamation|defekt|beschwerde|kaputt|klacht|kapot)\b/i;

/**
 * @param collection where it lies
 * @param kinds what the detectors recognised in its words
 * @returns its topics, the weightiest first; at least one
 * @example topicsOf('messages', ['health'], 'my knee hurts') // ['health', 'messages']
 */
export function topicsOf(collection: string, kinds: readonly DetectedKind[], words: string): Topic[] {
  const found = new Set<Topic>();
  for (const kind of kinds) if (BY_KIND[kind]) found.add(BY_KIND[kind]);
  for (const [pattern, topic] of BY_COLLECTION) if (pattern.test(collection)) found.add(topic);
  if (COMPLAINS.test(words)) found.add('complaints');
  return found.size === 0 ? ['other'] : TOPICS.filter((topic) => found.has(topic));
}
