'use server';

import type { ActionResult } from '../../../ui/shared/actionResult';
import { findPeople, type FoundPerson } from '../../../usecases/people/findPeople';
import { linkPersons, unlinkPersons } from '../../../usecases/people/linkPersons';
import { act } from '../../lib/act';

/** An action rather than an address: what is searched for is personal data and stays out of URLs. */
export async function searchPeople(words: string): Promise<ActionResult<FoundPerson[]>> {
  return act((ctx) => findPeople(ctx, words.slice(0, 200)));
}

const idIn = (text: string) => /per_[0-9A-Za-z]+/.exec(text)?.[0] ?? '';

export async function linkNow(a: string, other: string, reason: string): Promise<ActionResult> {
  return act((ctx) => linkPersons(ctx, { a, b: idIn(other), reason }));
}

export async function unlinkNow(a: string, other: string, reason: string): Promise<ActionResult> {
  return act((ctx) => unlinkPersons(ctx, { a, b: idIn(other), reason }));
}
