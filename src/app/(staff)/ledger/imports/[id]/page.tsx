import { readImport } from '../../../../../usecases/imports/readImports';
import { ImportResult } from '../../../../../ui/ledger/ImportResult';
import { shown, staff } from '../../../../lib/session';

export const metadata = { title: 'Import' };

export default async function ImportPage({ params, searchParams }: { params: Promise<{ id: string }>; searchParams: Promise<{ after?: string }> }) {
  const { ctx } = await staff('imports.run');
  const after = Number((await searchParams).after);
  const { summary, held } = shown(await readImport(ctx, { id: (await params).id, ...(after > 0 ? { after } : {}) }));
  return <ImportResult summary={summary} held={held} zone={ctx.organisation.zone} />;
}
