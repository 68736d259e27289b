import { redirect } from 'next/navigation';
import { SignInForm, SignInFrame } from '../../../ui/access/SignInForm';
import { currentStaff, publicContext } from '../../lib/session';
import { signIn, signInPosted } from './actions';
import { ownPath } from './ownPath';

export const metadata = { title: 'Sign in' };

export default async function SignInPage({ searchParams }: { searchParams: Promise<{ to?: string }> }) {
  await publicContext();
  const to = ownPath(String((await searchParams).to ?? ''));
  if (await currentStaff()) redirect(to);
  return (
    <SignInFrame>
      <SignInForm signIn={signIn} post={signInPosted} to={to} />
      <p>
        <a href="/forgotten">Forgotten your password?</a>
      </p>
    </SignInFrame>
  );
}
