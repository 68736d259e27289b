import type { Knex } from 'knex';
import * as foundation from '../migrations/0001_foundation';
import * as ledger from '../migrations/0002_ledger';
import * as requests from '../migrations/0003_requests';
import * as cohort from '../migrations/0004_cohort';
import * as folds from '../migrations/0005_folds';
import * as consent from '../migrations/0006_consent';
import * as rebuilds from '../migrations/0007_rebuilds';
import * as working from '../migrations/0008_working';
import * as intake from '../migrations/0009_intake';
import * as acts from '../migrations/0010_acts';
import * as helpers from '../migrations/0011_helpers';
import * as letters from '../migrations/0012_letters';
import * as alike from '../migrations/0013_alike';
import * as redactions from '../migrations/0014_redactions';
import * as systemFields from '../migrations/0015_system_fields';
import * as traceDepth from '../migrations/0016_trace_depth';
import * as given from '../migrations/0017_given';
import * as keepingRequests from '../migrations/0018_keeping_requests';
import * as recipients from '../migrations/0019_recipients';
import * as samePeople from '../migrations/0020_same_people';
import * as erasure from '../migrations/0021_erasure';
import * as workKeys from '../migrations/0022_work_keys';
import * as recipientsTold from '../migrations/0023_recipients_told';
import * as waiting from '../migrations/0024_waiting';
import * as ownSystem from '../migrations/0025_own_system';
import * as laws from '../migrations/0026_laws';
import * as registerWords from '../migrations/0027_register_words';
import * as sales from '../migrations/0028_sales';
import * as arrivalNames from '../migrations/0029_arrival_names';
import * as fieldRoles from '../migrations/0030_field_roles';
import * as references from '../migrations/0031_references';
import * as noBirthDates from '../migrations/0032_no_birth_dates';
import * as runs from '../migrations/0033_runs';
import * as claims from '../migrations/0034_claims';
import * as reasons from '../migrations/0035_reasons';
import * as trees from '../migrations/0036_trees';
import * as ownView from '../migrations/0037_own_view';
import * as roleDesks from '../migrations/0038_role_desks';
import * as looks from '../migrations/0039_looks';
import * as news from '../migrations/0040_news';
import * as documentsSeen from '../migrations/0041_documents_seen';
import * as notesTakenBack from '../migrations/0042_notes_taken_back';
import * as requestsInOrder from '../migrations/0043_requests_in_order';
import * as ownInstallation from '../migrations/0044_own_installation';
import * as webhooks from '../migrations/0045_webhooks';
import * as takenOver from '../migrations/0046_taken_over';
import * as sites from '../migrations/0048_sites';
import * as retentionDrafts from '../migrations/0049_retention_drafts';
import * as scans from '../migrations/0050_scans';
import * as notices from '../migrations/0051_notices';
import * as siteFigures from '../migrations/0052_site_figures';
import * as tries from '../migrations/0053_tries';
import * as setupParts from '../migrations/0047_parts_of_the_setup';
import { seedLaws } from '../clock/laws';

const MIGRATIONS: Record<string, Knex.Migration> = {
  '0001_foundation': foundation,
  '0002_ledger': ledger,
  '0003_requests': requests,
  '0004_cohort': cohort,
  '0005_folds': folds,
  '0006_consent': consent,
  '0007_rebuilds': rebuilds,
  '0008_working': working,
  '0009_intake': intake,
  '0010_acts': acts,
  '0011_helpers': helpers,
  '0012_letters': letters,
  '0013_alike': alike,
  '0014_redactions': redactions,
  '0015_system_fields': systemFields,
  '0016_trace_depth': traceDepth,
  '0017_given': given,
  '0018_keeping_requests': keepingRequests,
  '0019_recipients': recipients,
  '0020_same_people': samePeople,
  '0021_erasure': erasure,
  '0022_work_keys': workKeys,
  '0023_recipients_told': recipientsTold,
  '0024_waiting': waiting,
  '0025_own_system': ownSystem,
  '0026_laws': laws,
  '0027_register_words': registerWords,
  '0028_sales': sales,
  '0029_arrival_names': arrivalNames,
  '0030_field_roles': fieldRoles,
  '0031_references': references,
  '0032_no_birth_dates': noBirthDates,
  '0033_runs': runs,
  '0034_claims': claims,
  '0035_reasons': reasons,
  '0036_trees': trees,
  '0037_own_view': ownView,
  '0038_role_desks': roleDesks,
  '0039_looks': looks,
  '0040_news': news,
  '0041_documents_seen': documentsSeen,
  '0042_notes_taken_back': notesTakenBack,
  '0043_requests_in_order': requestsInOrder,
  '0044_own_installation': ownInstallation,
  '0045_webhooks': webhooks,
  '0046_taken_over': takenOver,
  '0047_parts_of_the_setup': setupParts,
  '0048_sites': sites,
  '0049_retention_drafts': retentionDrafts,
  '0050_scans': scans,
  '0051_notices': notices,
  '0052_site_figures': siteFigures,
  '0053_tries': tries,
};

const SOURCE: Knex.MigrationSource<string> = {
  getMigrations: async () => Object.keys(MIGRATIONS),
  getMigrationName: (name) => name,
  getMigration: async (name) => MIGRATIONS[name]!,
};

/** Brings the database to this program's schema. Knex holds a lock, so two starts run each migration once. */
export async function migrate(knex: Knex): Promise<string[]> {
  const [, done] = (await knex.migrate.latest({ migrationSource: SOURCE, tableName: 'schema_migrations' })) as [
    number,
    string[],
  ];
  // A release may bring rows of the table of laws that this database has not.
  await seedLaws(knex);
  return done;
}

/** Refuses to serve a database that a newer program has migrated, or that is behind. */
export async function checkSchema(knex: Knex): Promise<void> {
  const rows = (await knex('schema_migrations').select('name').orderBy('id')) as { name: string }[];
  const newer = rows.filter(({ name }) => !(name in MIGRATIONS)).map(({ name }) => name);
  if (newer.length > 0)
    throw new Error(`The database has the schema of a newer Bookend (${newer.join(', ')}). Start that one.`);
  if (rows.length < Object.keys(MIGRATIONS).length)
    throw new Error('The database is behind this program. Run src/main/prepare first.');
}
