import { readAccountLink } from '../../../../usecases/access/passwords';
import { PasswordForm } from '../../../../ui/access/PasswordForm';
import { SignInFrame } from '../../../../ui/access/SignInForm';
import { publicContext } from '../../../lib/session';
import { choosePassword } from './actions';

export const metadata = { title: 'Choose a password' };

export default async function WelcomePage({ params }: { params: Promise<{ token: string }> }) {
  const { token } = await params;
  const ctx = await publicContext();
  const link = await readAccountLink(ctx, token);
  return (
    <SignInFrame>
      {link ? (
        <>
          <h1 className="mark">{link.kind === 'invite' ? `Welcome, ${link.name}` : 'Another password'}</h1>
          <p>
            {ctx.organisation.name}. You sign in as <b>{link.email}</b>.
          </p>
          <PasswordForm token={token} choosePassword={choosePassword} />
        </>
      ) : (
        <>
          <h1 className="mark">This address leads nowhere</h1>
          <p>
            It was used, has run out, or a newer one has taken its place. An administrator can invite you again; who has
            a password <a href="/sign-in">signs in</a>, who has forgotten it <a href="/forgotten">asks for another</a>.
          </p>
        </>
      )}
    </SignInFrame>
  );
}
