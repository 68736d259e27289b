import { redirect } from 'next/navigation';
import { SignInForm } from '../../../ui/public/SignInForm';
import { currentStaff } from '../../lib/session';
import { signInNow } from './actions';

export const metadata = { title: 'Sign in' };

export default async function SignInPage() {
  if (await currentStaff()) redirect('/desk');
  return <SignInForm signIn={signInNow} />;
}
