import Link from '../ui/shared/Link';

export default function Forbidden() {
  return (
    <div className="empty" style={{ maxWidth: 560, margin: '12vh auto' }}>
      <h1>Not for your role</h1>
      <p style={{ marginTop: 8 }}>Your role does not open this place. An administrator can change what you may do.</p>
      <p style={{ marginTop: 8 }}>
        <Link href="/desk">Back to the Desk</Link>
      </p>
    </div>
  );
}
