import { reachOf } from '../../../core/access/roles';
import { REGIMES } from '../../../core/clock/regimes';
import { readColleagues } from '../../../usecases/access/signIn';
import { ColleagueTable } from '../../../ui/systems/ColleagueTable';
import { shown, staff } from '../../lib/session';
import { KeysPanel } from '../../../ui/systems/KeysPanel';
import { readKeysView } from '../../../usecases/keys/exportKeys';
import { approveKeysNow, askForKeysNow, fetchKeysNow, rotateNow, setActive } from './actions';

export const metadata = { title: 'Setup' };

export default async function SetupPage() {
  const { ctx, actor } = await staff('people.see');
  const colleagues = shown(await readColleagues(ctx));
  return (
    <>
      <div className="page-head"><div><h1>Setup</h1><p className="sub">{ctx.organisation.name}, {ctx.organisation.zone}. Contact {ctx.organisation.contact}.</p></div></div>
      <ColleagueTable colleagues={colleagues} own={actor.id} mayChange={reachOf(actor.roles, 'people.change') !== null} setActive={setActive} />
      <KeysPanel keys={shown(await readKeysView(ctx))} actions={{ rotate: rotateNow, ask: askForKeysNow, approve: approveKeysNow, fetchCopy: fetchKeysNow }} />
      <section className="sheet wrap" style={{ marginTop: 14 }} aria-labelledby="laws"><header><h2 id="laws">Laws</h2><span className="muted">eu-gdpr is offered when a request is opened; not legal advice</span></header>
        <table className="list"><thead><tr><th>regime</th><th>law</th><th>in force from</th><th>source</th></tr></thead>
          <tbody>{REGIMES.map((regime) => <tr key={regime.id}><td className="mono">{regime.id}</td><td>{regime.title}</td><td className="nowrap">{regime.effectiveFrom}</td><td className="muted">{regime.source}</td></tr>)}</tbody></table>
      </section>
    </>
  );
}
