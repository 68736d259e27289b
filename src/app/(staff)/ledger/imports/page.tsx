import { readImports, readImportSources } from '../../../../usecases/imports/readImports';
import { ImportSheet } from '../../../../ui/ledger/ImportSheet';
import { shown, staff } from '../../../lib/session';

export const metadata = { title: 'Imports' };

export default async function ImportsPage() {
  const { ctx } = await staff('imports.run');
  return <ImportSheet imports={shown(await readImports(ctx))} sources={shown(await readImportSources(ctx))} zone={ctx.organisation.zone} />;
}
