'use server';

import { assignmentSchema } from '../../../../core/requests/schema';
import { idInput } from '../../../../core/shared/inputs';
import * as feed from '../../../../usecases/desk/calendarFeed';
import * as assignments from '../../../../usecases/requests/assignments';
import { act, actAlone } from '../../../lib/act';

export const addAssignmentRule = act(assignmentSchema, assignments.addAssignmentRule);
export const removeAssignmentRule = act(idInput, assignments.removeAssignmentRule);
export const makeCalendarFeed = actAlone(feed.makeCalendarFeed);
