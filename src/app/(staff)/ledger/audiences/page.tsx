import { readAudiences } from '../../../../usecases/audiences/checkAudience';
import { readPermissionCounts } from '../../../../usecases/standing/readPermissionCounts';
import { readPurposes } from '../../../../usecases/purposes/changePurpose';
import { AudienceSheet } from '../../../../ui/audiences/AudienceSheet';
import { shown, staff } from '../../../lib/session';
import { askAgain, checkDraft } from '../actions';
import { cancelRun } from '../../runs/actions';

export const metadata = { title: 'Before a send' };

export default async function AudiencesPage() {
  const { ctx } = await staff('audiences.check');
  const { purposes } = shown(await readPurposes(ctx));
  const titles = [
    ...new Map(
      purposes.filter(({ kind }) => kind !== 'necessary').map(({ id, title }) => [id, { id, title }]),
    ).values(),
  ].sort((a, b) => Number(b.id === 'newsletter') - Number(a.id === 'newsletter'));
  return (
    <AudienceSheet
      audiences={shown(await readAudiences(ctx))}
      purposes={titles}
      asked={shown(await readPermissionCounts(ctx))}
      zone={ctx.organisation.zone}
      askAgain={askAgain}
      stop={cancelRun}
      checkDraft={checkDraft}
    />
  );
}
