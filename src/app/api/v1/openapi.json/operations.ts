import type * as yup from 'yup';
import { clockQuerySchema, lawsQuerySchema } from '../../../../core/clock/schema';
import { detectQuerySchema } from '../../../../core/detect/schema';
import {
  choiceInputSchema,
  ledgerExportSchema,
  ledgerSearchSchema,
  saleInputSchema,
  standingQuerySchema,
} from '../../../../core/ledger/schema';
import { matchQuerySchema } from '../../../../core/matching/schema';
import { requestInputSchema } from '../../../../core/requests/schema';
import type { Scope } from '../../../../core/access/scopes';
import * as answers from './answers';
import type { Json } from './answers';

// Every call of the API: what it needs, takes and answers, each with an example that a test sends.

export interface Operation {
  method: 'get' | 'post';
  path: string;
  /** Null: nobody has to say who they are, or a signature says it. */
  scope: Scope | null;
  summary: string;
  query?: readonly QueryParameter[];
  headers?: readonly string[];
  /** One item, or several as a list under a name. */
  body?: { schema: yup.Schema; listAs?: string; instead?: Record<string, Json>; example: unknown };
  file?: { types: readonly string[]; example: string };
  answer: { status: number; schema: Json } | { status: number; type: string };
}

interface QueryParameter {
  name: string;
  required?: true;
  schema?: Json;
  about: string;
  example: string;
}

const EMAIL = { kind: 'email', value: 'vera.quist@mail.example' };
const CHOICE = {
  occurredAt: '2026-11-20T09:14:03+01:00',
  identifiers: [EMAIL],
  purpose: 'newsletter',
  answer: 'grant',
  ask: 'webshop-checkout',
  askVersion: 2,
  notice: 'privacy',
  noticeVersion: 1,
  method: 'tick-box',
  place: 'web shop checkout',
  country: 'DK',
  language: 'da',
  address: { channel: 'email', value: 'vera.quist@mail.example' },
  evidence: { form: { box: 'unticked by default' } },
  externalId: 'evt_84211',
};
const PERSON = { givenName: 'Vera', familyName: 'Quist', emails: ['vera.quist@mail.example'], country: 'DK' };

const json = (schema: Json, status = 200): Operation['answer'] => ({ status, schema });

const OF_CHOICES: readonly Operation[] = [
  {
    method: 'post',
    path: '/choices',
    scope: 'choices:write',
    summary: 'Record one choice, or up to a thousand as { choices: [ … ] }',
    headers: ['idempotency-key'],
    body: { schema: choiceInputSchema, listAs: 'choices', example: CHOICE },
    answer: json(answers.recorded),
  },
  {
    method: 'post',
    path: '/sales',
    scope: 'choices:write',
    summary:
      'Record who bought when, with the address that was given (soft opt-in); up to a thousand as { sales: [ … ] }',
    headers: ['idempotency-key'],
    body: {
      schema: saleInputSchema,
      listAs: 'sales',
      example: { boughtAt: '2026-11-20T10:02:00+01:00', country: 'DK', identifiers: [EMAIL], address: CHOICE.address },
    },
    answer: json(answers.recorded),
  },
  {
    method: 'post',
    path: '/standing',
    scope: 'standing:read',
    summary: 'May we, as of now or of an earlier moment',
    body: { schema: standingQuerySchema, example: { identifier: EMAIL, purpose: 'newsletter' } },
    answer: json(answers.standing),
  },
  {
    method: 'post',
    path: '/imports',
    scope: 'choices:write',
    summary: 'Take in a file (CSV, NDJSON, XLSX)',
    query: [
      { name: 'mapping', about: 'id or name of what its columns mean; none for a file of our own fields', example: '' },
    ],
    file: {
      types: ['text/csv', 'application/x-ndjson', 'application/vnd.openxmlformats-officedocument.spreadsheetml.sheet'],
      example: `${JSON.stringify({ ...CHOICE, externalId: 'evt_84299' })}\n`,
    },
    answer: json(answers.started, 202),
  },
  {
    method: 'get',
    path: '/imports/{id}',
    scope: 'choices:write',
    summary: 'Counts of an import; they add up to its lines',
    answer: json(answers.importState),
  },
  {
    method: 'get',
    path: '/imports/{id}/quarantine.csv',
    scope: 'choices:write',
    summary: 'Lines that did not simply go in, with the reason',
    answer: { status: 200, type: 'text/csv' },
  },
  {
    method: 'post',
    path: '/audience-checks',
    scope: 'standing:read',
    summary: 'Ask about every address of a list',
    query: [
      { name: 'purpose', required: true, about: 'for what they would be addressed', example: 'newsletter' },
      {
        name: 'channel',
        schema: { enum: ['email', 'phone', 'sms', 'post'] },
        about: 'how; e-mail unless said',
        example: 'email',
      },
    ],
    file: { types: ['text/csv', 'application/x-ndjson'], example: 'email\nvera.quist@mail.example\n' },
    answer: json(answers.started, 202),
  },
  {
    method: 'get',
    path: '/audience-checks/{id}',
    scope: 'standing:read',
    summary: 'Counts of an audience check',
    answer: json(answers.audience),
  },
  {
    method: 'post',
    path: '/audience-checks/{id}/runs',
    scope: 'standing:read',
    summary: 'Ask again, as of now',
    answer: json(answers.started, 202),
  },
  {
    method: 'get',
    path: '/audience-checks/{id}/result.csv',
    scope: 'standing:read',
    summary: 'Each line with permitted or the reason',
    answer: { status: 200, type: 'text/csv' },
  },
  {
    method: 'post',
    path: '/message-checks',
    scope: 'standing:read',
    summary: 'Is a draft mail service or advertising, and what does it lack',
    file: {
      types: ['message/rfc822', 'text/html'],
      example: 'From: shop@larkmere.example\r\nSubject: Winter sale\r\n\r\nEverything 20 % off this week.\r\n',
    },
    answer: json(answers.messageCheck),
  },
];

const OF_REQUESTS: readonly Operation[] = [
  {
    method: 'post',
    path: '/requests',
    scope: 'requests:write',
    summary: 'Open a request',
    headers: ['idempotency-key'],
    body: {
      schema: requestInputSchema,
      example: {
        right: 'access',
        receivedAt: '2026-11-24T09:00:00+01:00',
        channel: 'api',
        person: PERSON,
        text: 'Please send me what you have about me.',
        language: 'en',
      },
    },
    answer: json(answers.requestOpened, 201),
  },
  {
    method: 'get',
    path: '/requests/{ref}',
    scope: 'requests:read',
    summary: 'How a request stands that this system opened',
    answer: json(answers.requestState),
  },
  {
    method: 'post',
    path: '/clock',
    scope: 'clock:read',
    summary: 'Compute a clock',
    body: {
      schema: clockQuerySchema,
      example: {
        regime: 'eu-gdpr',
        right: 'access',
        receivedAt: '2026-10-24T10:00:00+02:00',
        zone: 'Europe/Copenhagen',
        calendar: { country: 'DK' },
        events: [
          { kind: 'identity-asked', at: '2026-10-27T09:00:00+01:00' },
          { kind: 'identity-proven', at: '2026-10-28T09:00:00+01:00' },
        ],
        asOf: '2026-10-29T09:00:00+01:00',
      },
    },
    answer: json(answers.clock),
  },
  {
    method: 'post',
    path: '/laws',
    scope: 'clock:read',
    summary: 'Which laws bind a request',
    body: {
      schema: lawsQuerySchema,
      example: { right: 'access', receivedAt: '2026-11-24T09:00:00+01:00', person: { country: 'US', region: 'CA' } },
    },
    answer: json(answers.laws),
  },
  {
    method: 'post',
    path: '/match',
    scope: 'people:read',
    summary: 'How far records are of one person',
    body: {
      schema: matchQuerySchema,
      instead: { right: { type: ['object', 'array'] } },
      example: { left: PERSON, right: [{ ...PERSON, givenName: 'V.' }] },
    },
    answer: json(answers.matches),
  },
  {
    method: 'post',
    path: '/detect',
    scope: 'detect:read',
    summary: 'Recognise personal data in a text; offsets count UTF-16 units',
    body: { schema: detectQuerySchema, example: { text: 'Write to vera.quist@mail.example or call +45 20 12 34 56.' } },
    answer: json(answers.spans),
  },
];

const OF_THE_LEDGER: readonly Operation[] = [
  {
    method: 'post',
    path: '/ledger/search',
    scope: 'ledger:read',
    summary: 'The log, newest first',
    body: { schema: ledgerSearchSchema, example: { purpose: 'newsletter' } },
    answer: json(answers.entries),
  },
  {
    method: 'post',
    path: '/ledger/exports',
    scope: 'ledger:read',
    summary: 'A part of the log as a file',
    body: { schema: ledgerExportSchema, example: { format: 'ndjson', purpose: 'newsletter' } },
    answer: json(answers.started, 202),
  },
  {
    method: 'get',
    path: '/ledger/exports/{id}',
    scope: 'ledger:read',
    summary: 'State of an export',
    answer: json(answers.exportState),
  },
  {
    method: 'get',
    path: '/ledger/exports/{id}/file',
    scope: 'ledger:read',
    summary: 'The file',
    answer: { status: 200, type: 'application/octet-stream' },
  },
  {
    method: 'post',
    path: '/ledger/verifications',
    scope: 'ledger:read',
    summary: 'Verify the whole ledger',
    answer: json(answers.started, 202),
  },
  {
    method: 'get',
    path: '/ledger/verifications/{id}',
    scope: 'ledger:read',
    summary: 'What the verification found',
    answer: json(answers.verification),
  },
  {
    method: 'get',
    path: '/ledger/head',
    scope: 'ledger:read',
    summary: 'The signed head over the heads of all trees',
    answer: json(answers.ledgerHead),
  },
  {
    method: 'get',
    path: '/ledger/consistency',
    scope: 'ledger:read',
    summary: 'That an older head of a tree is the beginning of a newer one',
    query: [
      {
        name: 'from',
        required: true,
        schema: { type: 'integer', minimum: 1 },
        about: 'folios of the older',
        example: '1',
      },
      {
        name: 'to',
        required: true,
        schema: { type: 'integer', minimum: 1 },
        about: 'folios of the newer',
        example: '5',
      },
      { name: 'tree', schema: { type: 'integer', minimum: 0 }, about: 'the first unless said', example: '0' },
    ],
    answer: json(answers.consistency),
  },
  {
    method: 'get',
    path: '/choices/{id}/proof',
    scope: 'ledger:read',
    summary: 'That a choice is in the ledger',
    answer: json(answers.proof),
  },
  {
    method: 'get',
    path: '/choices/{id}/receipt',
    scope: 'ledger:read',
    summary: 'The consent record',
    answer: { status: 200, schema: answers.receipt },
  },
];

export const OPERATIONS: readonly Operation[] = [
  ...OF_CHOICES,
  ...OF_REQUESTS,
  ...OF_THE_LEDGER,
  {
    method: 'post',
    path: '/webhooks/{system}',
    scope: null,
    summary: 'What a system sends by itself, signed (Standard Webhooks)',
    headers: ['webhook-id', 'webhook-timestamp', 'webhook-signature'],
    file: { types: ['application/json'], example: JSON.stringify({ type: 'choice.made', data: CHOICE }) },
    answer: json(answers.webhookTaken),
  },
  {
    method: 'get',
    path: '/health',
    scope: null,
    summary: 'Is it up',
    answer: json(answers.health),
  },
];
