import { reachOf } from '../../../../core/access/roles';
import { readExports } from '../../../../usecases/ledger/exportLedger';
import { readProofPage } from '../../../../usecases/ledger/readProofPage';
import { readPurposes } from '../../../../usecases/purposes/changePurpose';
import { ProofSheet } from '../../../../ui/ledger/ProofSheet';
import { shown, staff } from '../../../lib/session';
import { countSealedNow, depositNow, exportNow, proveNow, rebuildNow, removeSealedNow } from '../actions';
import { stopRun } from '../../runs/actions';

export const metadata = { title: 'Proof' };

export default async function ProofPage() {
  const { ctx, actor } = await staff('ledger.see');
  const { head, deposit, removal, rebuild } = shown(await readProofPage(ctx));
  const purposes = [
    ...new Map(shown(await readPurposes(ctx)).purposes.map(({ id, title }) => [id, { id, title }])).values(),
  ];
  return (
    <ProofSheet
      head={head}
      deposit={deposit}
      removal={removal}
      rebuild={rebuild}
      exports={shown(await readExports(ctx))}
      purposes={purposes}
      zone={ctx.organisation.zone}
      mayRemove={reachOf(actor.roles, 'ledger.remove-sealed') !== null}
      actions={{
        deposit: depositNow,
        prove: proveNow,
        makeExport: exportNow as (values: unknown) => ReturnType<typeof exportNow>,
        rebuild: rebuildNow,
        count: countSealedNow,
        remove: removeSealedNow,
        stop: stopRun,
      }}
    />
  );
}
