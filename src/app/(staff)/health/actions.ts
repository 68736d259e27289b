'use server';

import { settleArrivalInput } from '../../../core/health/schema';
import * as arrivals from '../../../usecases/health/arrivals';
import { act } from '../../lib/act';

export const settleArrivalByHand = act(settleArrivalInput, arrivals.settleArrivalByHand);
