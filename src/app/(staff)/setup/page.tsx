import { reachOf } from '../../../core/access/roles';
import { readColleagues } from '../../../usecases/access/signIn';
import { ColleagueTable } from '../../../ui/access/ColleagueTable';
import { shown, staff } from '../../lib/session';
import { KeysPanel } from '../../../ui/access/KeysPanel';
import { readKeysView } from '../../../usecases/keys/exportKeys';
import { LawsPanel } from '../../../ui/clock/LawsPanel';
import { readLaws } from '../../../usecases/clock/adoptLaw';
import {
  adoptLaw,
  approveKeyExport,
  askForKeys,
  fetchKeys,
  previewLaw,
  setColleagueActive,
  startRotation,
  stateLaw,
} from './actions';

export const metadata = { title: 'Setup' };

export default async function SetupPage() {
  const { ctx, actor } = await staff('people.see');
  const colleagues = shown(await readColleagues(ctx));
  return (
    <>
      <div className="page-head">
        <div>
          <h1>Setup</h1>
          <p className="sub">
            {ctx.organisation.name}, {ctx.organisation.zone}. Contact {ctx.organisation.contact}.
          </p>
        </div>
      </div>
      <ColleagueTable
        colleagues={colleagues}
        own={actor.id}
        mayChange={reachOf(actor.roles, 'people.change') !== null}
        setColleagueActive={setColleagueActive}
      />
      <KeysPanel
        keys={shown(await readKeysView(ctx))}
        actions={{ startRotation, askForKeys, approveKeyExport, fetchKeys }}
      />
      <LawsPanel view={shown(await readLaws(ctx))} actions={{ previewLaw, adoptLaw, stateLaw }} />
    </>
  );
}
