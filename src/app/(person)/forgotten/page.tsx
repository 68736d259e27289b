import { ForgottenForm } from '../../../ui/access/ForgottenForm';
import { SignInFrame } from '../../../ui/access/SignInForm';
import { publicContext } from '../../lib/session';
import { forgotPassword } from './actions';

export const metadata = { title: 'Forgotten password' };

export default async function ForgottenPage() {
  await publicContext();
  return (
    <SignInFrame>
      <h1 className="mark">Forgotten your password?</h1>
      <ForgottenForm forgotPassword={forgotPassword} />
      <p>
        <a href="/sign-in">Back to signing in</a>
      </p>
    </SignInFrame>
  );
}
