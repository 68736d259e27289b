import { readKeysView } from '../../../../usecases/keys/exportKeys';
import { KeysPanel } from '../../../../ui/access/KeysPanel';
import { shown, staff } from '../../../lib/session';
import { approveKeyExport, askForKeys, fetchKeys, startRotation } from '../actions';

export const metadata = { title: 'Master keys' };

export default async function KeysPage() {
  const { ctx } = await staff('people.see');
  return (
    <>
      <div className="page-head">
        <div>
          <h1>Master keys</h1>
          <p className="sub">
            What everything sealed hangs on. They lie in the key file; keep a copy of them elsewhere.
          </p>
        </div>
      </div>
      <KeysPanel
        keys={shown(await readKeysView(ctx))}
        actions={{ startRotation, askForKeys, approveKeyExport, fetchKeys }}
      />
    </>
  );
}
