import { headers } from 'next/headers';
import { countryOf } from '../../../../core/shared/countries';
import { readFirst } from '../../../../usecases/installation/begin';
import { FirstForm } from '../../../../ui/installation/FirstForm';
import { HOUSE_BRAND } from '../../../../core/installation/settings';
import { PersonPage } from '../../../../ui/requests/PersonPage';
import { firstContext } from '../../../lib/session';
import { begin } from './actions';

export const metadata = { title: 'Begin' };

export default async function FirstPage({ params }: { params: Promise<{ token: string }> }) {
  const { token } = await params;
  const state = await readFirst(await firstContext(), token);
  return (
    <PersonPage organisation={{ name: 'Bookend', brand: HOUSE_BRAND }}>
      {state === 'open' ? (
        <>
          <h1>Begin</h1>
          <p>
            Nobody works here yet. Say who you are and whose customers’ data this Bookend is about; you become its first
            administrator, and this address leads nowhere afterwards.
          </p>
          <FirstForm token={token} country={countryOf((await headers()).get('accept-language'))} begin={begin} />
        </>
      ) : (
        <>
          <h1>{state === 'taken' ? 'Somebody has begun already' : 'This address leads nowhere'}</h1>
          <p>
            {state === 'taken' ? (
              <>
                This Bookend has its first administrator. They can invite you; whoever has an account{' '}
                <a href="/sign-in">signs in</a>.
              </>
            ) : (
              <>
                It has run out, or a newer one has taken its place. Whoever runs this server gets another with{' '}
                <span className="mono">./bookend start</span>, or where it runs already with{' '}
                <span className="mono">./bookend user first</span>.
              </>
            )}
          </p>
        </>
      )}
    </PersonPage>
  );
}
