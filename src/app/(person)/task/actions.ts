'use server';

import { finishTaskInput, openTaskInput } from '../../../core/helpers/schema';
import type { TaskView } from '../../../core/helpers/views';
import { sayRefusal } from '../../../core/words/refusals';
import type { ActionResult } from '../../../ui/shared/actionResult';
import type { Posted } from '../../../ui/shared/posted';
import * as tasks from '../../../usecases/helpers/answerTask';
import { inWords } from '../../lib/answering';
import { readForm } from '../../lib/form';
import { hasRoom } from '../../lib/limits';
import { answered, fieldOf } from '../../lib/posted';
import { clientAddress, publicContext } from '../../lib/session';

const LOST = 'We could not be reached. What you typed is still here; try again.';

export async function openTask(input: { token: string }): Promise<ActionResult<TaskView>> {
  return inWords(LOST, async () => {
    const form = readForm(openTaskInput, input);
    if (!form.ok) return form;
    if (!(await hasRoom('one-time', await clientAddress())))
      return { ok: false, message: sayRefusal({ code: 'too-many' }) };
    const result = await tasks.openTask(await publicContext(), form.value);
    return result.ok ? result : { ok: false, message: sayRefusal(result.refusal) };
  });
}

export async function finishTask(input: { token: string; answer: string }): Promise<ActionResult> {
  return inWords(LOST, async () => {
    const form = readForm(finishTaskInput, input);
    if (!form.ok) return form;
    const result = await tasks.finishTask(await publicContext(), form.value);
    return result.ok ? result : { ok: false, message: sayRefusal(result.refusal) };
  });
}

// The same forms, sent by a page whose scripts have not run.

export async function openPosted(token: string, _before: Posted<TaskView>, form: FormData): Promise<Posted<TaskView>> {
  return answered(await openTask({ token }), form, []);
}

export async function finishPosted(token: string, _before: Posted, form: FormData): Promise<Posted> {
  return answered(await finishTask({ token, answer: fieldOf(form, 'answer') }), form, ['answer']);
}
