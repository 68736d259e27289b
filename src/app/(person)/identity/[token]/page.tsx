import { CodeForm } from '../../../../ui/public/CodeForm';
import { PersonPage } from '../../../../ui/public/PersonPage';
import { publicContext } from '../../../lib/session';
import { proveNow, provePosted } from './actions';

export const metadata = { title: 'Is it you?' };

export default async function IdentityPage({ params }: { params: Promise<{ token: string }> }) {
  const { organisation } = await publicContext();
  const { token } = await params;
  return (
    <PersonPage organisation={organisation.name}>
      <h1>Is it you who asked?</h1>
      <p>Type the code from our mail. It shows that the request comes from you, and lets us go on.</p>
      <CodeForm token={token} prove={proveNow} post={provePosted.bind(null, token)} />
    </PersonPage>
  );
}
