import { hex } from './leaf';
import type { Answer, PurposeKind, Standing } from './types';

/** What a receipt is made of. Hashes are bytes; times are RFC 3339. */
export interface ReceiptFacts {
  id: string;
  occurredAt: string;
  recordedAt: string;
  answer: Answer;
  person: string;
  organisation: { name: string; contact: string; address: string; authority: string };
  ask: { id: string; version: number | null; language: string | null; wordingHash: Uint8Array | null } | null;
  notice: { id: string; version: number | null; wordingHash: Uint8Array | null } | null;
  /** By the version in force when the choice was made, and the kind it had at that place. */
  purpose: {
    id: string;
    version: number | null;
    title: string;
    kind: PurposeKind;
    categories: readonly string[];
    recipients: readonly string[];
    transfers: string | null;
    retention: string | null;
    standing: Standing;
  };
  /** Where the person was: ISO 3166. */
  country: string | null;
  /** The day until which a yes holds, where the purpose gives it an end. */
  validUntil: string | null;
  method: string | null;
  channel: string | null;
  withdrawAt: string;
  proof: {
    tree: number;
    folio: number;
    leaf: number;
    leafHash: Uint8Array;
    head: { size: number; root: Uint8Array; signedAt: string; signature: string } | null;
  };
}

/** The article that a purpose of a kind rests on; where a law of another place makes it, none of the regulation's. */
const BASIS: Readonly<Record<PurposeKind, string | null>> = {
  necessary: 'eu-gdpr:A6-1-b',
  consent: 'eu-gdpr:A6-1-a',
  'legitimate-interest': 'eu-gdpr:A6-1-f',
  'soft-opt-in': 'eu-gdpr:A6-1-f',
  'opt-out': null,
};

/** What was said, as a status of consent; the standing it led to is said beside it. */
const STATUS: Partial<Record<Answer, string>> = {
  grant: 'dpv:ConsentGiven',
  confirm: 'dpv:ConsentGiven',
  'opt-in': 'dpv:ConsentGiven',
  'guardian-confirm': 'dpv:ConsentGiven',
  refuse: 'dpv:ConsentRefused',
  withdraw: 'dpv:ConsentWithdrawn',
  object: 'dpv:ConsentWithdrawn',
  'opt-out': 'dpv:ConsentWithdrawn',
};

const ALWAYS = ['A15', 'A16', 'A17', 'A18', 'A77'];
const RIGHTS: Readonly<Record<PurposeKind, readonly string[]>> = {
  necessary: [...ALWAYS, 'A20'],
  consent: ['A7-3', ...ALWAYS, 'A20'],
  'legitimate-interest': ['A21', ...ALWAYS],
  'soft-opt-in': ['A21', ...ALWAYS],
  'opt-out': ['A21', ...ALWAYS],
};

const at = (id: string | null) => id && { '@id': id };

function purposeOf(purpose: ReceiptFacts['purpose']) {
  return {
    '@type': 'dpv:Purpose',
    'dct:identifier': purpose.id,
    'dct:title': purpose.title,
    'dct:hasVersion': purpose.version,
    'dpv:hasLegalBasis': at(BASIS[purpose.kind]),
    'schema:kind': purpose.kind,
    'dpv:hasPersonalData': purpose.categories,
    'dpv:hasRecipient': purpose.recipients,
    'schema:transfers': purpose.transfers,
    'dpv:hasStorageCondition': purpose.retention,
    'schema:standing': purpose.standing,
  };
}

function proofOf({ tree, folio, leaf, leafHash, head }: ReceiptFacts['proof']) {
  return {
    'schema:tree': tree,
    'schema:folio': folio,
    'schema:leaf': leaf,
    'schema:leafHash': hex(leafHash),
    'schema:head': head && {
      'schema:size': head.size,
      'schema:root': hex(head.root),
      'schema:signedAt': head.signedAt,
      'schema:signature': head.signature,
    },
  };
}

/**
 * A consent record that a person or an auditor can keep: JSON-LD with terms of the W3C Data Privacy Vocabulary and of
 * Dublin Core, in the fields of ISO/IEC TS 27560; what neither has a term for stands under our own prefix. The person
 * is named by their random id only.
 */
export function receiptOf(facts: ReceiptFacts): Record<string, unknown> {
  const wording = (of: { wordingHash: Uint8Array | null }) =>
    of.wordingHash ? { 'schema:wordingSha256': hex(of.wordingHash) } : {};
  const { purpose, organisation, proof } = facts;
  const isWaiting = facts.answer === 'grant' && purpose.standing === 'awaiting-confirmation';
  return {
    '@context': {
      dpv: 'https://w3id.org/dpv#',
      'eu-gdpr': 'https://w3id.org/dpv/legal/eu/gdpr#',
      loc: 'https://w3id.org/dpv/loc#',
      dct: 'http://purl.org/dc/terms/',
      schema: 'urn:bookend:receipt:',
    },
    '@type': 'dpv:ConsentRecord',
    'dct:identifier': facts.id,
    'schema:version': 'bookend-receipt-2',
    'schema:standard': 'ISO/IEC TS 27560:2023',
    'dct:created': facts.recordedAt,
    'dct:date': facts.occurredAt,
    'dct:valid': facts.validUntil,
    'dpv:hasConsentStatus': at(isWaiting ? 'dpv:ConsentRequested' : (STATUS[facts.answer] ?? null)),
    'dpv:hasJurisdiction': at(facts.country && `loc:${facts.country}`),
    'dpv:hasDataSubject': { '@type': 'dpv:DataSubject', 'dct:identifier': facts.person },
    'dpv:hasDataController': {
      '@type': 'dpv:DataController',
      'dpv:hasName': organisation.name,
      'dpv:hasContact': organisation.contact,
      'dpv:hasAddress': organisation.address,
    },
    'dpv:hasIndicationMethod': facts.method,
    'dpv:hasRight': RIGHTS[purpose.kind].map((article) => at(`eu-gdpr:${article}`)),
    'schema:channel': facts.channel,
    'schema:answer': facts.answer,
    'schema:ask': facts.ask && {
      'dct:identifier': facts.ask.id,
      'dct:hasVersion': facts.ask.version,
      'dct:language': facts.ask.language,
      ...wording(facts.ask),
    },
    'dpv:hasNotice': facts.notice && {
      '@type': 'dpv:PrivacyNotice',
      'dct:identifier': facts.notice.id,
      'dct:hasVersion': facts.notice.version,
      ...wording(facts.notice),
    },
    'dpv:hasPurpose': purposeOf(purpose),
    'schema:withdrawAt': at(facts.withdrawAt),
    'schema:authority': organisation.authority,
    'schema:proof': proofOf(proof),
  };
}
