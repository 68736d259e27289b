import { readImports, readImportSources } from '../../../../usecases/imports/readImports';
import { ImportSheet } from '../../../../ui/imports/ImportSheet';
import { NotTakenIn } from '../../../../ui/shared/NotTakenIn';
import { readArrivals } from '../../../../usecases/health/arrivals';
import { shown, staff } from '../../../lib/session';
import { settleArrivalByHand } from '../../health/actions';

export const metadata = { title: 'Imports' };

export default async function ImportsPage() {
  const { ctx } = await staff('imports.run');
  return (
    <>
      <NotTakenIn
        arrivals={shown(await readArrivals(ctx, { kind: 'file' }))}
        what="file"
        zone={ctx.organisation.zone}
        settleArrivalByHand={settleArrivalByHand}
      />
      <ImportSheet
        imports={shown(await readImports(ctx))}
        sources={shown(await readImportSources(ctx))}
        zone={ctx.organisation.zone}
      />
    </>
  );
}
