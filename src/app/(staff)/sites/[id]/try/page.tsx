import { TrySheet } from '../../../../../ui/sites/TrySheet';
import { readTry } from '../../../../../usecases/sites/trySite';
import { shown, staff } from '../../../../lib/session';
import { cancelRun } from '../../../runs/actions';
import { startTry } from '../../actions';

interface Props {
  params: Promise<{ id: string }>;
}

export async function generateMetadata({ params }: Props) {
  return { title: `Try ${(await params).id}` };
}

export default async function TryPage({ params }: Props) {
  const { ctx } = await staff('sites.see');
  return <TrySheet view={shown(await readTry(ctx, await params))} actions={{ startTry, stop: cancelRun }} />;
}
