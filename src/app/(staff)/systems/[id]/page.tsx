import { readSystem } from '../../../../usecases/systems/readSystems';
import { SystemSheet } from '../../../../ui/systems/SystemSheet';
import { shown, staff } from '../../../lib/session';
import * as actions from '../actions';

export const metadata = { title: 'System' };

export default async function SystemPage({ params }: { params: Promise<{ id: string }> }) {
  const { ctx } = await staff('systems.see');
  const system = shown(await readSystem(ctx, { id: (await params).id }));
  return <SystemSheet system={system} zone={ctx.organisation.zone} actions={{ ...actions }} />;
}
