import { redirect } from 'next/navigation';
import { SignInForm, SignInFrame } from '../../../ui/access/SignInForm';
import { currentStaff } from '../../lib/session';
import { signIn, signInPosted } from './actions';
import { ownPath } from './ownPath';

export const metadata = { title: 'Sign in' };

export default async function SignInPage({ searchParams }: { searchParams: Promise<{ to?: string }> }) {
  const to = ownPath(String((await searchParams).to ?? ''));
  if (await currentStaff()) redirect(to);
  return (
    <SignInFrame>
      <SignInForm signIn={signIn} post={signInPosted} to={to} />
    </SignInFrame>
  );
}
