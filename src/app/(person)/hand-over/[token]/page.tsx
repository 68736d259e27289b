import { PersonPage } from '../../../../ui/public/PersonPage';
import { HandOver } from '../../../../ui/public/HandOver';
import { sayRefusal } from '../../../../ui/messages/refusals';
import { openLink } from '../../../../usecases/packs/handOver';
import { publicContext } from '../../../lib/session';
import { confirmNow, releaseNow, releasePosted } from './actions';

export const metadata = { title: 'Your data is ready' };

/** Looking uses nothing up: a mail scanner may look as often as it likes. */
export default async function HandOverPage({ params }: { params: Promise<{ token: string }> }) {
  const ctx = await publicContext();
  const { token } = await params;
  const link = await openLink(ctx, { token });
  return (
    <PersonPage organisation={ctx.organisation.name}>
      <h1>{link.ok ? 'Your data is ready' : 'This page is closed'}</h1>
      {link.ok ? <HandOver token={token} release={releaseNow} confirm={confirmNow} post={releasePosted.bind(null, token)} /> : <p className="note">{sayRefusal(link.refusal)} You reach us at {ctx.organisation.contact}.</p>}
    </PersonPage>
  );
}
