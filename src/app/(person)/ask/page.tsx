import { AskForm } from '../../../ui/public/AskForm';
import { PersonPage } from '../../../ui/public/PersonPage';
import { publicContext } from '../../lib/session';
import { askNow } from './actions';

export const metadata = { title: 'Your data' };

export default async function AskPage() {
  const { organisation } = await publicContext();
  return (
    <PersonPage organisation={organisation.name}>
      <h1>Your data, your rights</h1>
      <p>Ask what we hold about you, or ask us to correct or erase it. No account is needed. We answer within one month and may first make sure that it is you who asks.</p>
      <AskForm ask={askNow} />
    </PersonPage>
  );
}
