'use server';

import type { TaskView } from '../../../core/helpers/views';
import { sayRefusal } from '../../../core/words/refusals';
import type { ActionResult } from '../../../ui/shared/actionResult';
import { finishTask, openTask } from '../../../usecases/helpers/answerTask';
import { inWords } from '../../lib/answering';
import { hasRoom } from '../../lib/limits';
import { answered, fieldOf } from '../../lib/posted';
import { clientAddress, publicContext } from '../../lib/session';
import type { Posted } from '../../../ui/shared/posted';

const LOST = 'We could not be reached. What you typed is still here; try again.';

export async function openNow(token: string): Promise<ActionResult<TaskView>> {
  return inWords(LOST, async () => {
    if (!(await hasRoom('one-time', await clientAddress())))
      return { ok: false, message: sayRefusal({ code: 'too-many' }) };
    const result = await openTask(await publicContext(), { token });
    return result.ok ? result : { ok: false, message: sayRefusal(result.refusal) };
  });
}

export async function finishNow(token: string, answer: string): Promise<ActionResult> {
  return inWords(LOST, async () => {
    const result = await finishTask(await publicContext(), { token, answer: answer.trim().slice(0, 2000) });
    return result.ok ? result : { ok: false, message: sayRefusal(result.refusal) };
  });
}

// The same forms, sent by a page whose scripts have not run.

export async function openPosted(token: string, _before: Posted<TaskView>, form: FormData): Promise<Posted<TaskView>> {
  return answered(await openNow(token), form, []);
}

export async function finishPosted(token: string, _before: Posted, form: FormData): Promise<Posted> {
  return answered(await finishNow(token, fieldOf(form, 'answer')), form, ['answer']);
}
