import { sayDay } from '../../../core/shared/days';
import { keepingView } from '../../../usecases/erasure/readPlan';
import { shown, staff } from '../../lib/session';
import { ListTable } from '../../../ui/shared/ListTable';

export const metadata = { title: 'Keeping' };

export default async function KeepingPage() {
  const { ctx } = await staff('keeping.see');
  const { residue, rules } = shown(await keepingView(ctx));
  return (
    <>
      <div className="page-head">
        <div>
          <h1>Keeping</h1>
          <p className="sub">What was left over from erasures, until when; and the rules that keep it.</p>
        </div>
      </div>
      <section className="sheet wrap" aria-labelledby="residue">
        <header>
          <h2 id="residue">Residue</h2>
        </header>
        {residue.length === 0 ? (
          <p className="empty">Nothing was left over.</p>
        ) : (
          <ListTable>
            <thead>
              <tr>
                <th>from</th>
                <th>where</th>
                <th className="num">records</th>
                <th>why</th>
                <th>goes</th>
              </tr>
            </thead>
            <tbody>
              {residue.map((row, i) => (
                <tr key={i}>
                  <td className="mono nowrap">{row.ref}</td>
                  <td>
                    {row.system} · {row.collection}
                  </td>
                  <td className="num">{row.count}</td>
                  <td>
                    {row.why}
                    {row.law ? ` ${row.law}.` : ''}
                    {row.restricted > 0 ? ' Its use is restricted.' : ''}
                  </td>
                  <td className="nowrap">{row.until ? sayDay(row.until) : 'when closed'}</td>
                </tr>
              ))}
            </tbody>
          </ListTable>
        )}
      </section>
      <section className="sheet wrap" style={{ marginTop: 14 }} aria-labelledby="rules">
        <header>
          <h2 id="rules">Retention rules</h2>
        </header>
        {rules.length === 0 ? (
          <p className="empty">No rule keeps anything.</p>
        ) : (
          <ListTable>
            <thead>
              <tr>
                <th>where</th>
                <th>counted from</th>
                <th>for</th>
                <th>law</th>
              </tr>
            </thead>
            <tbody>
              {rules.map((rule) => (
                <tr key={rule.id}>
                  <td>{rule.place}</td>
                  <td>{rule.from}</td>
                  <td>{rule.period}</td>
                  <td>{rule.law}</td>
                </tr>
              ))}
            </tbody>
          </ListTable>
        )}
      </section>
    </>
  );
}
