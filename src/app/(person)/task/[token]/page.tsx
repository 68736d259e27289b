import { HelperTask } from '../../../../ui/helpers/HelperTask';
import { PersonPage } from '../../../../ui/requests/PersonPage';
import { publicContext } from '../../../lib/session';
import { finishPosted, finishTask, openPosted, openTask } from '../actions';

export const metadata = { title: 'A task' };

/** Looking uses nothing up and shows nothing: mail scanners look. What is asked stands behind a button. */
export default async function TaskPage({ params }: { params: Promise<{ token: string }> }) {
  const { organisation } = await publicContext();
  const { token } = await params;
  return (
    <PersonPage organisation={organisation}>
      <h1>We need your help with a system</h1>
      <HelperTask
        token={token}
        openTask={openTask}
        finishTask={finishTask}
        postOpen={openPosted.bind(null, token)}
        postFinish={finishPosted.bind(null, token)}
      />
    </PersonPage>
  );
}
