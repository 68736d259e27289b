import { readLaws } from '../../../../usecases/clock/adoptLaw';
import { LawsPanel } from '../../../../ui/clock/LawsPanel';
import { shown, staff } from '../../../lib/session';
import { adoptLaw, previewLaw, stateLaw } from '../actions';

export const metadata = { title: 'Laws' };

export default async function LawsPage() {
  const { ctx } = await staff('people.see');
  return (
    <>
      <div className="page-head">
        <div>
          <h1>Laws</h1>
          <p className="sub">Which bind you, what each asks, and since when; every row with its source.</p>
        </div>
      </div>
      <LawsPanel view={shown(await readLaws(ctx))} actions={{ previewLaw, adoptLaw, stateLaw }} />
    </>
  );
}
