import Link from '../ui/shared/Link';
import { currentStaff } from './lib/session';

export default async function NotFound() {
  // Where the database is away nobody is known; the page is shown all the same.
  const actor = await currentStaff().catch(() => null);
  return (
    <div className="empty" style={{ maxWidth: 560, margin: '12vh auto' }}>
      <h1>Not here</h1>
      <p style={{ marginTop: 8 }}>There is no such page, or it is not yours to see. Nothing was changed.</p>
      <p style={{ marginTop: 8 }}>
        {actor ? <Link href="/desk">Back to the Desk</Link> : <Link href="/ask">Your data, your rights</Link>}
      </p>
    </div>
  );
}
