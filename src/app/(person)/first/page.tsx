import { redirect } from 'next/navigation';
import { HOUSE_BRAND } from '../../../core/installation/settings';
import { PersonPage } from '../../../ui/requests/PersonPage';
import { firstContext } from '../../lib/session';

export const metadata = { title: 'Not begun yet' };

/** Where every page leads until it was said whose installation this is. */
export default async function NotBegunPage() {
  if ((await firstContext()).isSetUp) redirect('/desk');
  return (
    <PersonPage organisation={{ name: 'Bookend', brand: HOUSE_BRAND }}>
      <h1>Not begun yet</h1>
      <p>
        Nobody has said whose Bookend this is. Whoever started it was shown an address at which the first administrator
        begins; <span className="mono">./bookend user first</span> shows another.
      </p>
    </PersonPage>
  );
}
