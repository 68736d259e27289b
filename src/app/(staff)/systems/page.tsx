import { readSystems } from '../../../usecases/systems/readSystems';
import { SystemsSheet } from '../../../ui/systems/SystemsSheet';
import { shown, staff } from '../../lib/session';
import { testSystem } from './actions';

export const metadata = { title: 'Systems' };

export default async function SystemsPage() {
  const { ctx } = await staff('systems.see');
  return <SystemsSheet {...shown(await readSystems(ctx))} zone={ctx.organisation.zone} testSystem={testSystem} />;
}
