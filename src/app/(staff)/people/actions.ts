'use server';

import type { ActionResult } from '../../../ui/parts/actionResult';
import { findPeople, type FoundPerson } from '../../../usecases/persons/findPeople';
import { act } from '../../lib/act';

/** An action rather than an address: what is searched for is personal data and stays out of URLs. */
export async function searchPeople(words: string): Promise<ActionResult<FoundPerson[]>> {
  return act((ctx) => findPeople(ctx, words.slice(0, 200)));
}
