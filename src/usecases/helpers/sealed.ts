import type { TaskId } from '../../core/shared/ids';
import { sealedText } from '../keys/sealedValue';

// What a helper was asked and answered, under the request's own key.

export const taskWhat = sealedText('helper_tasks.what_sealed', (taskId: TaskId) => `task:${taskId}`);
export const taskAnswer = sealedText('helper_tasks.answer_sealed', (taskId: TaskId) => `answer:${taskId}`);
