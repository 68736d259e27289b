import type { Holds } from '../systems/fieldHolds';
import { holdsByName } from '../systems/fieldHolds';

/** Terms of schema.org for what fields hold of a person. */
const TERMS: Partial<Record<Holds, string>> = {
  email: 'email',
  phone: 'telephone',
  'customer-number': 'identifier',
  'given-name': 'givenName',
  'family-name': 'familyName',
  'full-name': 'name',
  'birth-date': 'birthDate',
  street: 'streetAddress',
  postcode: 'postalCode',
  city: 'addressLocality',
  country: 'addressCountry',
  'free-text': 'text',
};

/** The context of a portable copy: known fields are terms of schema.org, all others are the organisation's own words. */
export function contextOf(organisation: string): Record<string, string> {
  return {
    '@vocab': `urn:fields:${encodeURIComponent(organisation.toLowerCase().replace(/[^\p{L}\p{N}]+/gu, '-'))}:`,
    schema: 'https://schema.org/',
  };
}

/**
 * One record as a node of linked data (JSON-LD 1.1).
 *
 * @param place system and collection, as `system/collection`
 * @example toNode('sys_shop/customers', { collection: 'customers', key: '7', fields: { email: 'a@b.example' }, text: null })
 *   // { '@id': 'urn:record:sys_shop:customers:7', '@type': 'customers', 'schema:email': 'a@b.example' }
 */
export function toNode(
  place: string,
  record: { collection: string; key: string; fields: Readonly<Record<string, string | null>>; text: string | null },
): Record<string, unknown> {
  const node: Record<string, unknown> = {
    '@id': `urn:record:${[...place.split('/'), record.key].map(encodeURIComponent).join(':')}`,
    '@type': record.collection,
  };
  for (const [name, value] of Object.entries(record.fields)) {
    if (value === null) continue;
    const term = TERMS[holdsByName(name.split('.').at(-1)!) ?? ('none' as Holds)];
    node[term ? `schema:${term}` : name.replace(/[^\p{L}\p{N}_.-]+/gu, '_')] = value;
  }
  return record.text === null ? node : { ...node, 'schema:text': record.text };
}
