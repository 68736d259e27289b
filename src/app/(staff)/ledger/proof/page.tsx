import { reachOf } from '../../../../core/access/roles';
import { readExports } from '../../../../usecases/ledger/exportLedger';
import { readProofPage } from '../../../../usecases/ledger/readProofPage';
import { readPurposes } from '../../../../usecases/purposes/changePurpose';
import { ProofSheet } from '../../../../ui/ledger/ProofSheet';
import { shown, staff } from '../../../lib/session';
import { countSealed, proveChoice, startDeposit, startExport, startRebuild, startRemoval } from '../actions';
import { cancelRun } from '../../runs/actions';

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
        startDeposit,
        proveChoice,
        startExport,
        startRebuild,
        countSealed,
        startRemoval,
        stop: cancelRun,
      }}
    />
  );
}
