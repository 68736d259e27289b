import { reachOf } from '../../../../core/access/roles';
import { WorkloadSheet } from '../../../../ui/requests/WorkloadSheet';
import { readAssignments } from '../../../../usecases/requests/assignments';
import { shown, staff } from '../../../lib/session';
import { addAssignmentRule, makeCalendarFeed, removeAssignmentRule } from './actions';

export const metadata = { title: 'Who answers for what' };

export default async function WorkloadPage() {
  const { ctx, actor } = await staff('assignments.see');
  return (
    <WorkloadSheet
      view={shown(await readAssignments(ctx))}
      mayChange={reachOf(actor.roles, 'assignments.change') !== null}
      addAssignmentRule={addAssignmentRule}
      removeAssignmentRule={removeAssignmentRule}
      makeCalendarFeed={makeCalendarFeed}
    />
  );
}
