import { readdirSync } from 'node:fs';
import { join } from 'node:path';
import ts from 'typescript';
import { testWorld, type TestWorld } from '../../../test/support/database';

/** Which table a row type speaks of, by its file and name. */
const TABLES: Readonly<Record<string, string>> = {
  'access/accountLinks AccountLinkRow': 'account_links',
  'access/apiKeys ApiKeyRow': 'api_keys',
  'sites/sites SiteRow': 'sites',
  'sites/sites SiteCountRow': 'site_counts',
  'webhooks/webhooks WebhookRow': 'webhooks',
  'webhooks/webhooks WebhookCallRow': 'webhook_calls',
  'webhooks/webhooks WebhookEventRow': 'webhook_events',
  'access/users UserRow': 'users',
  'audiences/audiences AudienceRow': 'audiences',
  'carryOut/recipientsTold RecipientToldRow': 'recipients_told',
  'carryOut/recordActs RecordActRow': 'record_acts',
  'choicesPage/choicesPageLinks ChoicesPageLinkRow': 'choices_page_links',
  'clock/clockEvents ClockEventRow': 'clock_events',
  'clock/laws LawRow': 'laws',
  'drift/drift DriftItemRow': 'drift_items',
  'drift/drift FollowRow': 'follow_times',
  'erasure/plans CertificateRow': 'certificates',
  'erasure/plans OperationRow': 'operations',
  'erasure/plans PlanLineRow': 'plan_lines',
  'erasure/plans PlanRow': 'plans',
  'erasure/plans ResidueRow': 'residue',
  'erasure/plans RetentionRow': 'retention_rules',
  'health/arrivals ArrivalRow': 'arrivals',
  'helpers/helperTasks HelperTaskRow': 'helper_tasks',
  'identity/identityChecks IdentityCheckRow': 'identity_checks',
  'identity/shopProofs ShopProofRow': 'shop_proofs',
  'imports/imports ImportLineRow': 'import_lines',
  'imports/imports ImportRow': 'imports',
  'imports/mappings MappingRow': 'import_mappings',
  'sites/scans ScanPageRow': 'scan_pages',
  'sites/scans ScanSeenRow': 'scan_seen',
  'sites/tries SiteTryLookRow': 'site_try_looks',
  'sites/tries SiteTryRow': 'site_tries',
  'sites/scans TrackerWordsRow': 'tracker_words',
  'keeping/retentionDrafts RetentionDraftRow': 'retention_drafts',
  'installation/settings SettingsChangeRow': 'settings_changes',
  'installation/settings SettingsRow': 'settings',
  'intake/proposals ProposalRow': 'mail_proposals',
  'intake/samePeople SamePeopleRow': 'same_people',
  'keys/dataKeys DataKeyRow': 'data_keys',
  'keys/keyChecks KeyCheckRow': 'key_checks',
  'keys/keyWork KeyExportRow': 'key_exports',
  'keys/workKeys WorkKeyRow': 'work_keys',
  'ledger/confirmLinks ConfirmLinkRow': 'confirm_links',
  'ledger/deposits DepositRow': 'ledger_deposits',
  'ledger/ledger ChoiceRow': 'choices',
  'ledger/ledger DedupRow': 'choice_dedup',
  'ledger/ledger HeadRow': 'ledger_heads',
  'letters/letters LetterRow': 'letters',
  'letters/outbox OutboxRow': 'outbox',
  'letters/templates TemplateRow': 'letter_templates',
  'notices/notices NoticeCopyRow': 'notice_copies',
  'notices/notices NoticeRow': 'notices',
  'notices/notices NoticeVersionRow': 'notice_versions',
  'packs/packs LinkRow': 'one_time_links',
  'packs/packs PackRow': 'packs',
  'people/links LinkRow': 'person_links',
  'people/persons FactRow': 'person_facts',
  'people/persons IdentifierRow': 'identifiers',
  'people/persons PersonRow': 'persons',
  'purposes/purposes PurposeRow': 'purposes',
  'purposes/purposes WordingRow': 'wordings',
  'requests/changes RequestChangeRow': 'request_changes',
  'requests/notes NoteRow': 'request_notes',
  'requests/requests RequestRow': 'requests',
  'runs/runs RunRow': 'runs',
  'shared/claims ClaimRow': 'claims',
  'standing/folds FoldRow': 'person_folds',
  'systems/fields FieldRow': 'system_fields',
  'systems/references ReferenceRow': 'system_references',
  'systems/registerGaps RegisterGapRow': 'register_gaps',
  'systems/systems CollectionRow': 'system_collections',
  'systems/systems SystemRow': 'systems',
  'systems/words RegisterWordRow': 'register_words',
  'trace/matches MatchRow': 'matches',
  'trace/problems ProblemRow': 'trace_problems',
  'trace/redactions RedactionRow': 'redactions',
  'trace/traces StepRow': 'trace_steps',
  'trace/traces TraceKeyRow': 'trace_keys',
  'trace/traces TraceRow': 'traces',
  'trail/appendTrail TrailRow': 'trail',
};
/** Rows that a query makes of several tables. */
const MADE = new Set([
  'audiences/audiences AudienceRunRow',
  'drift/drift DriftRunRow',
  'erasure/plans PlanGroupRow',
  'ledger/exports ExportRow',
  'ledger/verifications VerificationRow',
  'standing/permissions OwnerRow',
  'standing/rates RateRow',
  'standing/rebuilds RebuildRow',
]);

/** What the driver makes of a type of the database. */
const KINDS: readonly (readonly [RegExp, string])[] = [
  [/^(text|character varying|date|timestamp with time zone|name)$/, 'string'],
  [/^(smallint|integer|bigint|double precision|real|numeric)$/, 'number'],
  [/^boolean$/, 'boolean'],
  [/^bytea$/, 'Buffer'],
  [/^ARRAY$/, 'array'],
  [/^jsonb$/, 'any'],
];

interface Column {
  table: string;
  name: string;
  kind: string;
  isNullable: boolean;
}
interface Property {
  name: string;
  kind: string;
  isNullable: boolean;
  /** Prefixes of the ids that it may be. */
  brand: string | null;
}

const ROOT = join(__dirname, '..');
let world: TestWorld;
let columns: Column[];
let rows: Map<string, Property[]>;

beforeAll(async () => {
  world = await testWorld('rowtypes');
  const { rows: found }: { rows: { table: string; name: string; type: string; nullable: string }[] } = await world.knex
    .raw(`select table_name as table, column_name as name, data_type as type, is_nullable as nullable
    from information_schema.columns where table_schema = 'public'`);
  columns = found.map(({ table, name, type, nullable }) => ({
    table,
    name,
    kind: KINDS.find(([pattern]) => pattern.test(type))?.[1] ?? type,
    isNullable: nullable === 'YES',
  }));
  rows = readRowTypes();
}, 180_000);
afterAll(() => world.close());

/** The properties of every type of `src/db` that is called a row, as the compiler understands them. */
function readRowTypes(): Map<string, Property[]> {
  const files = readdirSync(ROOT, { recursive: true, encoding: 'utf8' })
    .filter((file) => file.endsWith('.ts') && !file.includes('migrations') && !file.endsWith('.test.ts'))
    .map((file) => join(ROOT, file));
  const program = ts.createProgram(files, {
    strict: true,
    noEmit: true,
    skipLibCheck: true,
    target: ts.ScriptTarget.ES2022,
    module: ts.ModuleKind.ESNext,
    moduleResolution: ts.ModuleResolutionKind.Bundler,
    types: ['node'],
  });
  const checker = program.getTypeChecker();
  const found = new Map<string, Property[]>();
  for (const file of files)
    for (const statement of program.getSourceFile(file)!.statements) {
      if (!ts.isInterfaceDeclaration(statement) && !ts.isTypeAliasDeclaration(statement)) continue;
      if (!statement.name.text.endsWith('Row')) continue;
      const place = file.slice(ROOT.length + 1).replace(/\.ts$/, '');
      const type = checker.getTypeAtLocation(statement.name);
      found.set(
        `${place} ${statement.name.text}`,
        type.getProperties().map((property) => ({
          name: property.name,
          ...kindOf(checker, checker.getTypeOfSymbolAtLocation(property, statement)),
        })),
      );
    }
  return found;
}

/** Of a branded id: text that can be no other kind of id. */
function brandOf(checker: ts.TypeChecker, type: ts.Type): string | null {
  const brand = type.isIntersection() ? type.getProperty('__id') : undefined;
  const of = brand && checker.getTypeOfSymbol(brand);
  if (!of) return null;
  return (of.isUnion() ? of.types : [of])
    .flatMap((one) => (one.isStringLiteral() ? [one.value] : []))
    .toSorted()
    .join(' ');
}

function kindOf(checker: ts.TypeChecker, type: ts.Type): Omit<Property, 'name'> {
  const parts = type.isUnion() ? type.types : [type];
  const isNullable = parts.some(({ flags }) => flags & ts.TypeFlags.Null);
  const kinds = new Set(
    parts
      .filter(({ flags }) => !(flags & (ts.TypeFlags.Null | ts.TypeFlags.Undefined)))
      .map((part) => {
        if (part.flags & ts.TypeFlags.StringLike || brandOf(checker, part) !== null) return 'string';
        if (part.flags & ts.TypeFlags.NumberLike) return 'number';
        if (part.flags & ts.TypeFlags.BooleanLike) return 'boolean';
        if (checker.isArrayType(part)) return 'array';
        return part.symbol?.name.startsWith('Buffer') ? 'Buffer' : 'object';
      }),
  );
  const brands = parts.map((part) => brandOf(checker, part)).filter((brand) => brand !== null);
  return { kind: [...kinds].join(' | '), isNullable, brand: brands[0] ?? null };
}

/** What a row type says of its table that the database does not. */
function faultsOf(name: string, table: string): string[] {
  return rows.get(name)!.flatMap((property) => {
    const column = columns.find((one) => one.table === table && one.name === property.name);
    if (!column) return [`${name}: ${table} has no column ${property.name}`];
    const faults: string[] = [];
    if (column.kind !== 'any' && column.kind !== property.kind)
      faults.push(`${name}.${property.name} is a ${property.kind}; ${table} keeps a ${column.kind}`);
    if (column.isNullable !== property.isNullable)
      faults.push(`${name}.${property.name}: ${table} ${column.isNullable ? 'may' : 'may not'} leave it empty`);
    return faults;
  });
}

test('every type of a row is named here, and nothing else', () => {
  expect([...rows.keys()].toSorted()).toEqual([...Object.keys(TABLES), ...MADE].toSorted());
});

test.each(Object.entries(TABLES))('%s is as %s keeps it', (name, table) => expect(faultsOf(name, table)).toEqual([]));

/** What a column of this name points at. */
const BRANDS: Readonly<Record<string, string>> = {
  choice_id: 'cho',
  data_key_id: 'key',
  import_id: 'imp',
  match_id: 'mat',
  pack_id: 'pck',
  person_id: 'per',
  plan_id: 'pln',
  request_id: 'req',
  system_id: 'sys',
  trace_id: 'trc',
  user_id: 'usr',
};

test('an id keeps its brand in every row', () => {
  const all = [...rows].flatMap(([row, properties]) =>
    properties.flatMap(({ name, brand }) => (BRANDS[name] ? [{ row, name, brand }] : [])),
  );
  expect(all.length).toBeGreaterThan(50);
  expect(all.filter(({ name, brand }) => brand !== BRANDS[name])).toEqual([]);
});

test('a row type that the table does not keep is found', () => {
  rows.set('wrong', [
    { name: 'id', kind: 'number', isNullable: false, brand: null },
    { name: 'subject', kind: 'string', isNullable: false, brand: null },
    { name: 'colour', kind: 'string', isNullable: false, brand: null },
  ]);
  expect(faultsOf('wrong', 'runs')).toEqual([
    'wrong.id is a number; runs keeps a string',
    'wrong.subject: runs may leave it empty',
    'wrong: runs has no column colour',
  ]);
});
