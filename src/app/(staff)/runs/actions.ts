'use server';

import { idInput } from '../../../core/shared/inputs';
import * as runs from '../../../usecases/runs/cancelRun';
import { act } from '../../lib/act';

export const cancelRun = act(idInput, runs.cancelRun);
