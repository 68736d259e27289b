import { hex } from '../sealing/leaf';
import type { PurposeKind, Standing } from './types';

/** What a receipt is made of. Hashes are bytes; times are RFC 3339. */
export interface ReceiptFacts {
  id: string;
  occurredAt: string;
  recordedAt: string;
  answer: string;
  person: string;
  organisation: { name: string; contact: string; address: string; authority: string };
  ask: { id: string; version: number | null; language: string | null; wordingHash: Uint8Array | null } | null;
  notice: { id: string; version: number | null; wordingHash: Uint8Array | null } | null;
  purpose: { id: string; title: string; kind: PurposeKind; categories: readonly string[]; recipients: readonly string[]; transfers: string | null; retention: string | null; standing: Standing };
  method: string | null;
  channel: string | null;
  withdrawAt: string;
  proof: { folio: number; leaf: number; leafHash: Uint8Array; head: { size: number; root: Uint8Array; signedAt: string; signature: string } | null };
}

const BASIS: Record<PurposeKind, string> = { necessary: 'dpv:Necessity', consent: 'eu-gdpr:A6-1-a', 'legitimate-interest': 'eu-gdpr:A6-1-f', 'opt-out': 'dpv:LegitimateInterest' };

/**
 * A consent record that a person or an auditor can keep: JSON-LD with terms of the W3C Data Privacy Vocabulary, in the fields of
 * ISO/IEC TS 27560. The person is named by their random id only.
 */
export function receiptOf(facts: ReceiptFacts): Record<string, unknown> {
  const wording = (of: { wordingHash: Uint8Array | null }) => (of.wordingHash ? { wordingSha256: hex(of.wordingHash) } : {});
  return {
    '@context': { dpv: 'https://w3id.org/dpv#', 'eu-gdpr': 'https://w3id.org/dpv/legal/eu/gdpr#', dct: 'http://purl.org/dc/terms/', schema: 'urn:bookend:receipt:' },
    '@type': 'dpv:ConsentRecord',
    'dct:identifier': facts.id,
    'schema:version': 'bookend-receipt-1',
    'schema:standard': 'ISO/IEC TS 27560:2023',
    'dct:created': facts.recordedAt,
    'dct:date': facts.occurredAt,
    'dpv:hasDataSubject': { '@type': 'dpv:DataSubject', 'dct:identifier': facts.person },
    'dpv:hasDataController': { '@type': 'dpv:DataController', 'dpv:hasName': facts.organisation.name, 'dpv:hasContact': facts.organisation.contact, 'dpv:hasAddress': facts.organisation.address },
    'dpv:hasIndicationMethod': facts.method,
    'schema:channel': facts.channel,
    'schema:answer': facts.answer,
    'schema:ask': facts.ask && { 'dct:identifier': facts.ask.id, 'dct:hasVersion': facts.ask.version, 'dct:language': facts.ask.language, ...wording(facts.ask) },
    'dpv:hasNotice': facts.notice && { '@type': 'dpv:PrivacyNotice', 'dct:identifier': facts.notice.id, 'dct:hasVersion': facts.notice.version, ...wording(facts.notice) },
    'dpv:hasPurpose': {
      '@type': 'dpv:Purpose', 'dct:identifier': facts.purpose.id, 'dct:title': facts.purpose.title, 'dpv:hasLegalBasis': BASIS[facts.purpose.kind], 'schema:kind': facts.purpose.kind, 'dpv:hasPersonalData': facts.purpose.categories,
      'dpv:hasRecipient': facts.purpose.recipients, 'dpv:hasDataTransfer': facts.purpose.transfers, 'dpv:hasStorageCondition': facts.purpose.retention, 'schema:standing': facts.purpose.standing,
    },
    'dpv:hasWithdrawConsentMethod': facts.withdrawAt,
    'dpv:hasAuthority': facts.organisation.authority,
    'schema:proof': {
      folio: facts.proof.folio, leaf: facts.proof.leaf, leafHash: hex(facts.proof.leafHash),
      head: facts.proof.head && { size: facts.proof.head.size, root: hex(facts.proof.head.root), signedAt: facts.proof.head.signedAt, signature: facts.proof.head.signature },
    },
  };
}
