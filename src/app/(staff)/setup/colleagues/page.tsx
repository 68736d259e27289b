import { reachOf } from '../../../../core/access/roles';
import { readColleagues } from '../../../../usecases/access/colleagues';
import { ColleagueTable } from '../../../../ui/access/ColleagueTable';
import { InviteForm } from '../../../../ui/access/InviteForm';
import { shown, staff } from '../../../lib/session';
import { inviteAgain, inviteColleague, setColleagueActive, setColleagueRoles } from '../actions';

export const metadata = { title: 'Colleagues' };

export default async function ColleaguesPage() {
  const { ctx, actor } = await staff('people.see');
  const mayChange = reachOf(actor.roles, 'people.change') !== null;
  return (
    <>
      <div className="page-head">
        <div>
          <h1>Colleagues</h1>
          <p className="sub">Everybody signs in as themselves; what each may do follows from their roles.</p>
        </div>
      </div>
      <ColleagueTable
        colleagues={shown(await readColleagues(ctx))}
        own={actor.id}
        zone={ctx.organisation.zone}
        mayChange={mayChange}
        actions={{ setColleagueActive, inviteAgain, setColleagueRoles }}
      />
      {mayChange && <InviteForm inviteColleague={inviteColleague} />}
    </>
  );
}
