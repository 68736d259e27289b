import { readImport } from '../../../../../usecases/imports/readImports';
import { ImportResult } from '../../../../../ui/imports/ImportResult';
import { shown, staff } from '../../../../lib/session';
import { correctLine, mapImport, rerunHeld, startImport } from '../../actions';

export const metadata = { title: 'Import' };

export default async function ImportPage({
  params,
  searchParams,
}: {
  params: Promise<{ id: string }>;
  searchParams: Promise<{ after?: string }>;
}) {
  const { ctx } = await staff('imports.run');
  const after = Number((await searchParams).after);
  const { id } = await params;
  const view = shown(await readImport(ctx, { id, ...(after > 0 ? { after } : {}) }));
  return (
    <ImportResult
      view={view}
      zone={ctx.organisation.zone}
      actions={{ startImport, mapImport, correctLine, rerunHeld }}
    />
  );
}
