import Link from 'next/link';
import { sayInstant } from '../../../core/shared/days';
import { TRAIL_ACTS } from '../../../core/trail/chain';
import { readTrailPage } from '../../../usecases/trail/readTrailPage';
import { staff } from '../../lib/session';

export const metadata = { title: 'Trail' };

export default async function TrailPage({
  searchParams,
}: {
  searchParams: Promise<Record<string, string | undefined>>;
}) {
  const { ctx } = await staff('trail.see');
  const search = await searchParams;
  const before = Number(search['before']);
  const act = TRAIL_ACTS.find((known) => known === search['act']) ?? null;
  const page = await readTrailPage(ctx, {
    subject: search['about']?.slice(0, 60) ?? null,
    act,
    before: before > 0 ? before : null,
  });
  return (
    <>
      <div className="page-head">
        <div>
          <h1>Trail</h1>
          <p className="sub">
            Every act and every look at personal data: who, what, when, why.{' '}
            {page.isChainGood ? '✓ This month’s chain is whole.' : '✕ This month’s chain is broken.'}
          </p>
        </div>
      </div>
      <form className="filters" method="get">
        <label>
          act{' '}
          <select name="act" defaultValue={act ?? ''}>
            <option value="">every act</option>
            {TRAIL_ACTS.map((one) => (
              <option key={one} value={one}>
                {one.replace(/-/g, ' ')}
              </option>
            ))}
          </select>
        </label>
        <label>
          about <input name="about" defaultValue={search['about'] ?? ''} placeholder="BK-2026-00042" />
        </label>
        <button className="plain">Show</button>
      </form>
      <section className="sheet wrap">
        {page.lines.length === 0 ? (
          <p className="empty">Nothing here.</p>
        ) : (
          <table className="list">
            <thead>
              <tr>
                <th>when</th>
                <th>who</th>
                <th>did</th>
                <th>about</th>
                <th>more</th>
              </tr>
            </thead>
            <tbody>
              {page.lines.map((line) => (
                <tr key={line.seq}>
                  <td className="nowrap muted">{sayInstant(line.at, ctx.organisation.zone)}</td>
                  <td className="nowrap">{line.actor}</td>
                  <td className="nowrap">
                    <b>{line.act.replace(/-/g, ' ')}</b>
                  </td>
                  <td className="mono">
                    {line.subject?.startsWith('BK-') ? (
                      <Link href={`/requests/${line.subject}`}>{line.subject}</Link>
                    ) : (
                      line.subject?.slice(0, 24)
                    )}
                  </td>
                  <td className="muted" style={{ overflowWrap: 'anywhere' }}>
                    {line.details?.slice(0, 120)}
                  </td>
                </tr>
              ))}
            </tbody>
          </table>
        )}
      </section>
      {page.next && (
        <p style={{ marginTop: 10 }}>
          <Link
            href={`/trail?${new URLSearchParams({
              ...(act ? { act } : {}),
              ...(search['about'] ? { about: search['about'] } : {}),
              before: String(page.next),
            })}`}
          >
            Older
          </Link>
        </p>
      )}
    </>
  );
}
