import { spellOut } from '../../../core/words/spellOut';
import { OwnPasswordForm } from '../../../ui/access/OwnPasswordForm';
import { staff } from '../../lib/session';
import { changePassword } from './actions';

export const metadata = { title: 'Your account' };

export default async function OwnPage() {
  const { actor } = await staff('desk.see');
  return (
    <>
      <div className="page-head">
        <div>
          <h1>Your account</h1>
          <p className="sub">
            {actor.name}: {actor.roles.map(spellOut).join(', ')}. An administrator changes roles.
          </p>
        </div>
      </div>
      <OwnPasswordForm changePassword={changePassword} />
    </>
  );
}
