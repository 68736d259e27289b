/** How what a column holds of a person ends. */
export type Ending =
  /** With their request, in `forgetRequests`. */
  | 'request'
  /** With the person, in `forgetPerson`. */
  | 'person'
  /** It is sealed under a key that ends with the person or with a piece of work that names them. */
  | 'key'
  /** When its own term is over: a link that runs out, a queue that is emptied. */
  | 'term'
  /** It holds nothing of a person: ids and words of ours, what colleagues said of the organisation, hashes of secrets. */
  | 'nobody'
  /** It has to stay, for the reason given. */
  | { stays: string };

const PROOF = 'the leaf of the ledger: random ids and words of the choice, without a name; the proof needs it';
const FOLLOWED = 'an id of ours, without a key to whom it was';

/**
 * Every column that could hold something of a person, with how it ends: text, bytes and lists that neither refer to
 * another row nor are held to a few words by a check. `*_sealed` columns stand below, by themselves.
 */
export const PLACES: Record<string, Record<string, Ending>> = {
  alike_matches: { 'a b': 'request' },
  account_links: { 'token_hash made_by': 'nobody' },
  api_keys: { 'scopes secret_hash id name made_by': 'nobody' },
  arrivals: { 'key_hash error source': 'nobody' },
  assignment_rules: { 'id language regime right': 'nobody' },
  audience_runs: { path: 'key' },
  audiences: { 'channel system_id id purpose made_by': 'nobody', path: 'key' },
  calendar_feeds: { token_hash: 'nobody' },
  certificates: {
    'id request_ref content signature': { stays: 'what was erased, by counts and reference, without whom' },
  },
  choice_addresses: { 'person_id hash': 'person' },
  choice_dedup: { 'system_id external_hash content_hash choice_id person_id': 'person' },
  choices: {
    'method country language channel leaf sealed_hash id system_id purpose answer confirms ask notice': {
      stays: PROOF,
    },
  },
  choices_page_links: { 'token_hash code_hash': 'person' },
  claims: { 'scope cause': 'nobody', 'key answer content_hash': 'term' },
  clock_events: { 'actor kind': 'nobody' },
  confirm_links: { token_hash: 'person' },
  data_keys: { id: 'nobody' },
  dictionary: { 'value kind': 'nobody' },
  drift_items: { 'record_key id standing idempotency_key detail settled_how purpose': 'person' },
  fold_rebuilds: { done_from: 'nobody' },
  folios: { root: 'nobody' },
  heartbeats: { 'process fault': 'nobody' },
  helper_tasks: { 'id kind token_hash owner_email state': 'nobody' },
  holds: { 'id collection system_id matter': 'nobody' },
  identifiers: { 'hash scope source_system loose_hash kind': 'person' },
  identity_checks: { 'id token_hash code_hash state': 'nobody' },
  import_lines: {
    'status reasons corrected_by choice_id': 'nobody',
    identifier_hashes: 'person',
  },
  import_mappings: { 'created_by mapping name id': 'nobody' },
  imports: {
    'delimiter format mapping way error created_by state encoding file_sha256 id': 'nobody',
    'preview file_path': 'key',
    header: { stays: 'imports of old alone: names of columns' },
  },
  webhooks: { 'id name url reached made_by': 'nobody' },
  webhook_events: { stage: 'nobody' },
  webhook_calls: { 'id said fault': 'nobody' },
  key_checks: { 'kind value': 'nobody' },
  key_exports: { id: 'nobody' },
  law_standpoints: { 'reason regime stated_by': 'nobody' },
  laws: { 'reason regime row adopted_by': 'nobody' },
  ledger_deposits: { 'file mailed_to root': 'nobody' },
  ledger_exports: { format: 'nobody', path: 'key' },
  ledger_heads: { 'peaks signature root': 'nobody' },
  ledger_nodes: { hash: 'nobody' },
  ledger_verifications: { faults: 'nobody' },
  letter_templates: { 'text language template': 'nobody' },
  looks: { key: 'nobody' },
  letters: { 'state message_id id template': 'nobody', error: 'request' },
  mail_proposals: { 'id reasons decided_by state language right': 'nobody', 'sender_hash message_hash': 'term' },
  matches: {
    'fields second_by second_verdict second_asked_by verdict_by verdict news id collection': 'request',
    'record_key parent_key band': 'request',
  },
  // What an organisation says of itself: texts of colleagues, and pages that anybody reads.
  notice_copies: { 'language title text': 'nobody' },
  notice_versions: { 'answers filled texts reason published_by written_by': 'nobody' },
  notices: { 'id address answers texts note read_fault written_by': 'nobody' },
  one_time_links: { 'secret_hash id token_hash ticket_hash': 'nobody' },
  open_rules: { 'collection open_values field': 'nobody' },
  operations: { 'detail kind idempotency_key token state': 'request' },
  outbox: { 'id state message_id template': 'nobody', error: 'term' },
  packs: { 'error sha256 path state id': 'nobody' },
  permission_counts: { 'system_id purpose': 'nobody' },
  person_facts: { value: 'person' },
  person_folds: { folds: 'person' },
  person_links: { 'id linked_by unlinked_by': 'nobody' },
  person_name_terms: { term_hash: 'person' },
  persons: { 'language country': 'person', id: { stays: FOLLOWED } },
  plan_lines: {
    'doer released_by together system_id collection record_key action rule law clear_first': 'request',
  },
  plans: { 'state fingerprint phase confirmed_by id': 'nobody', error: 'request' },
  purposes: {
    'id kinds confirm_by words channels categories recipients transfers retention': 'nobody',
    'balancing published_by plain title parent kind': 'nobody',
  },
  recipients_told: { 'told_by recipient': 'nobody', how: 'request' },
  record_acts: { 'kind collection id field state': 'nobody', 'record_key detail': 'request' },
  redactions: { 'decided_by match_id': 'request' },
  register_gaps: { 'request_ref collection facts': 'nobody' },
  register_words: { 'phrase said_by words language': 'nobody' },
  request_changes: { 'regime regime_was actor': 'nobody' },
  request_notes: { 'mentions joined id': 'request' },
  request_stages: { stage: 'nobody' },
  requests: {
    'language id ref right regime channel country on_behalf_kind identity_method decision_ground': 'nobody',
    'decided_by outcome stage identity trace decision pack plan region appeal authority status_hash': 'nobody',
    regimes: 'nobody',
    'matter taken_over_hash': 'request',
  },
  residue: { 'law why collection system_id id rule request_ref': { stays: 'what a law keeps, until its day' } },
  retention_drafts: { 'id what law': 'nobody' },
  retention_rules: { 'state_field id collection from_field state_values law': 'nobody' },
  runs: { 'id kind subject counts cause started_by': 'nobody' },
  same_people: { 'because band': 'request' },
  scan_pages: { 'url fault': 'nobody' },
  scan_seen: { 'kind host name by_host first_url': 'nobody' },
  schema_migrations: { name: 'nobody' },
  sessions: { token_hash: 'nobody' },
  settings: { 'section said changed_by proof_hash': 'nobody' },
  settings_changes: { 'section before after changed_by': 'nobody' },
  shop_proofs: { state_hash: 'nobody' },
  // How often was answered, never by whom; a place is a country or a state of one.
  site_counts: { 'language place': 'nobody' },
  site_tries: { 'url place language': 'nobody' },
  // A page as anybody sees it.
  site_try_looks: { 'state look picture': 'nobody' },
  sites: { 'id name origins ask_id switches held made_by': 'nobody' },
  struck_keys: { 'hash struck_by scope kind': 'request' },
  suppressions: { 'hash kind request_ref': { stays: 'a keyed hash, so that an import does not bring them back' } },
  system_collections: {
    'retention recipients categories purposes automated_decisions transfers source nothing title collection': 'nobody',
  },
  system_fields: { 'field contains holds confirmed_by because collection proposed type': 'nobody' },
  system_references: {
    'fields collection when_value when_field confirmed_by because to_fields to_collection': 'nobody',
  },
  systems: { 'last_error owner_email inactive_rule id kind name default_country owner': 'nobody' },
  tracker_words: { 'host name owner use said_by': 'nobody' },
  trace_keys: { 'kind id hash taught_by scope': 'request' },
  trace_problems: { 'code text': 'request' },
  trace_steps: { 'state error_code': 'nobody', error_text: 'request' },
  traces: { 'state kind id': 'nobody' },
  trail: { 'actor month subject act hash details_hash id': { stays: 'who looked and acted; its details are sealed' } },
  users: { 'id name roles email password_hash own_view': 'nobody' },
  wordings: { 'place id words method purposes': 'nobody' },
  work_keys: { subject: 'nobody', 'name_terms hashes': 'term' },
};

/** What is sealed, with how it ends. */
export const SEALED_PLACES: Record<string, Ending> = {
  'arrivals.name_sealed': 'key',
  'audiences.name_sealed': 'key',
  'choice_sealed.sealed': 'key',
  'clock_events.reason_sealed': 'request',
  'helper_tasks.answer_sealed': 'request',
  'helper_tasks.what_sealed': 'request',
  'identifiers.value_sealed': 'person',
  'identity_checks.address_sealed': 'request',
  'import_lines.raw_sealed': 'person',
  'imports.file_name_sealed': 'key',
  'imports.header_sealed': 'key',
  'key_exports.reason_sealed': 'key',
  'ledger_exports.filter_sealed': 'key',
  'letters.address_sealed': 'request',
  'letters.body_sealed': 'request',
  'letters.subject_sealed': 'request',
  'mail_proposals.content_sealed': 'key',
  'matches.record_sealed': 'request',
  'matches.title_sealed': 'request',
  'matches.topics_sealed': 'request',
  'outbox.mail_sealed': 'person',
  'person_links.reason_sealed': 'person',
  'person_links.unlink_reason_sealed': 'person',
  'persons.name_sealed': 'person',
  'plan_lines.reasons_sealed': 'request',
  'plan_lines.title_sealed': 'request',
  'plans.k_accepted_sealed': 'request',
  'record_acts.value_sealed': 'request',
  'record_acts.was_sealed': 'request',
  'redactions.passages_sealed': 'request',
  'request_changes.reason_sealed': 'request',
  'request_notes.text_sealed': 'request',
  'requests.decision_reason_sealed': 'request',
  'requests.person_sealed': 'request',
  'requests.text_sealed': 'request',
  'residue.keys_sealed': {
    stays: 'by which keys a restored copy finds what has to be erased when a law lets go of it',
  },
  'sites.sign_in_sealed': { stays: 'a made-up customer of the site, by whom a scan signs in' },
  'webhooks.secret_sealed': { stays: 'secrets of programs, which speak of nobody' },
  'settings.secrets_sealed': { stays: 'the organisation’s own secrets' },
  'systems.connection_sealed': { stays: 'the organisation’s own secrets' },
  'trace_keys.value_sealed': 'request',
  'trace_problems.place_sealed': 'request',
  'traces.conditions_sealed': 'request',
  'trail.details_sealed': 'key',
};
