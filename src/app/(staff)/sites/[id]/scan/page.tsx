import { ScanSheet } from '../../../../../ui/sites/ScanSheet';
import { readScan } from '../../../../../usecases/sites/readScan';
import { shown, staff } from '../../../../lib/session';
import { cancelRun } from '../../../runs/actions';
import { planScan, sayTracker, startScan } from '../../actions';

interface Props {
  params: Promise<{ id: string }>;
}

export async function generateMetadata({ params }: Props) {
  return { title: `Scan of ${(await params).id}` };
}

export default async function ScanPage({ params }: Props) {
  const { ctx } = await staff('sites.see');
  const view = shown(await readScan(ctx, await params));
  return (
    <ScanSheet
      view={view}
      zone={ctx.organisation.zone}
      actions={{ startScan, planScan, sayTracker, stop: cancelRun }}
    />
  );
}
