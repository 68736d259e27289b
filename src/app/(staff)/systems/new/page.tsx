import { forbidden } from 'next/navigation';
import { reachOf } from '../../../../core/access/roles';
import { NewSystemForm } from '../../../../ui/systems/NewSystemForm';
import { staff } from '../../../lib/session';
import { addSystem, readFields, tryConnection } from '../actions';

export const metadata = { title: 'Add a system' };

export default async function NewSystemPage() {
  const { actor } = await staff('systems.change');
  if (reachOf(actor.roles, 'systems.change') !== 'all') forbidden();
  return (
    <>
      <div className="page-head">
        <div>
          <h1>Add a system</h1>
          <p className="sub">
            Say what it is and how it is reached. Then Bookend reads what is there, you confirm what its fields hold,
            and switch it on.
          </p>
        </div>
      </div>
      <NewSystemForm adder={actor.name} tryConnection={tryConnection} addSystem={addSystem} readFields={readFields} />
    </>
  );
}
