import { readImports } from '../../../../usecases/imports/readImports';
import { ImportSheet } from '../../../../ui/ledger/ImportSheet';
import { shown, staff } from '../../../lib/session';
import { checkFile, runFile } from '../actions';

export const metadata = { title: 'Imports' };

export default async function ImportsPage() {
  const { ctx } = await staff('imports.run');
  return <ImportSheet imports={shown(await readImports(ctx))} zone={ctx.organisation.zone} check={checkFile} run={runFile} />;
}
