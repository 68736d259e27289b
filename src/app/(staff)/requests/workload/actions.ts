'use server';

import { assignmentSchema } from '../../../../core/requests/schema';
import type { ActionResult } from '../../../../ui/shared/actionResult';
import { addAssignmentRule, removeAssignmentRule } from '../../../../usecases/requests/assignments';
import { makeCalendarFeed } from '../../../../usecases/desk/calendarFeed';
import { act } from '../../../lib/act';
import { readForm } from '../../../lib/form';
import { publicContext } from '../../../lib/session';

export async function addRule(rule: unknown): Promise<ActionResult> {
  const form = readForm(assignmentSchema, rule);
  return form.ok ? act((ctx) => addAssignmentRule(ctx, form.value)) : form;
}

export async function removeRule(id: string): Promise<ActionResult> {
  return act((ctx) => removeAssignmentRule(ctx, { id }));
}

export async function makeFeed(): Promise<ActionResult<{ address: string }>> {
  const result = await act((ctx) => makeCalendarFeed(ctx));
  return result.ok
    ? { ok: true, value: { address: `${(await publicContext()).baseUrl}${result.value.path}.ics` } }
    : result;
}
