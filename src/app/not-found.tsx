import Link from 'next/link';

export default function NotFound() {
  return (
    <div className="empty" style={{ maxWidth: 560, margin: '12vh auto' }}>
      <h1>Not here</h1>
      <p style={{ marginTop: 8 }}>There is no such page, or it is not yours to see. Nothing was changed.</p>
      <p style={{ marginTop: 8 }}>
        <Link href="/desk">Back to the Desk</Link>
      </p>
    </div>
  );
}
