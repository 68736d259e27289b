import { actsOf } from '../../../core/access/roles';
import { readSteps } from '../../../usecases/installation/steps';
import { StepsSheet } from '../../../ui/installation/StepsSheet';
import { shown, staff } from '../../lib/session';

export const metadata = { title: 'Setup' };

export default async function SetupPage() {
  const { ctx, actor } = await staff('installation.see');
  return (
    <StepsSheet view={shown(await readSteps(ctx))} organisation={ctx.organisation.name} acts={actsOf(actor.roles)} />
  );
}
