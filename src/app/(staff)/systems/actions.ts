'use server';

import type { Holds } from '../../../core/systems/fieldHolds';
import type { RegisterEntry } from '../../../core/packs/cover';
import type { Language } from '../../../core/letters/mailings';
import type { FieldRole } from '../../../core/systems/fieldRoles';
import {
  connectionSchema,
  fieldsSchema,
  referenceEndsSchema,
  referencesSchema,
  registerSchema,
  registerWordSchema,
  searchingSchema,
  systemSchema,
} from '../../../core/systems/schema';
import type { ReferenceEnds, ReferenceMeaning } from '../../../core/systems/references';
import type { InactiveRule, Reached } from '../../../core/systems/views';
import type { ActionResult } from '../../../ui/shared/actionResult';
import { addSystem, changeConnection, tryConnection } from '../../../usecases/systems/addSystem';
import { changeRegister, changeSearching } from '../../../usecases/systems/changeSystem';
import { confirmFields, readFields } from '../../../usecases/systems/classify';
import { confirmReferences, takeBackReference } from '../../../usecases/systems/references';
import { sayInLanguage } from '../../../usecases/systems/registerWords';
import { testSystem } from '../../../usecases/systems/reachSystem';
import { act } from '../../lib/act';
import { readForm } from '../../lib/form';

export async function reachSystem(id: string): Promise<ActionResult<Reached>> {
  return act((ctx) => testSystem(ctx, { id: String(id) }));
}

export async function tryConnectionNow(kind: string, settings: Record<string, string>): Promise<ActionResult<Reached>> {
  const form = readForm(connectionSchema, { id: kind, settings });
  return form.ok ? act((ctx) => tryConnection(ctx, { kind: form.value.id, settings: form.value.settings })) : form;
}

export async function addSystemNow(values: unknown): Promise<ActionResult<{ id: string }>> {
  const form = readForm(systemSchema, values);
  return form.ok ? act((ctx) => addSystem(ctx, form.value)) : form;
}

export async function changeConnectionNow(
  id: string,
  settings: Record<string, string>,
): Promise<ActionResult<Reached>> {
  const form = readForm(connectionSchema, { id, settings });
  return form.ok ? act((ctx) => changeConnection(ctx, form.value)) : form;
}

export async function readFieldsNow(
  id: string,
): Promise<ActionResult<{ collections: number; fields: number; references: number }>> {
  return act((ctx) => readFields(ctx, { id: String(id) }));
}

export async function confirmFieldsNow(
  system: string,
  collection: string,
  holds: Record<string, Holds | null>,
  roles: Record<string, FieldRole> = {},
): Promise<ActionResult<{ confirmed: number }>> {
  const form = readForm(fieldsSchema, { system, collection, holds, roles });
  return form.ok ? act((ctx) => confirmFields(ctx, form.value)) : form;
}

export async function confirmReferencesNow(
  system: string,
  references: readonly (ReferenceEnds & { meaning: ReferenceMeaning })[],
): Promise<ActionResult<{ confirmed: number }>> {
  const form = readForm(referencesSchema, { system, references });
  return form.ok ? act((ctx) => confirmReferences(ctx, form.value)) : form;
}

export async function takeBackReferenceNow(system: string, ends: ReferenceEnds): Promise<ActionResult<null>> {
  const form = readForm(referenceEndsSchema, { system, ends });
  return form.ok ? act((ctx) => takeBackReference(ctx, form.value)) : form;
}

export async function changeRegisterNow(entry: RegisterEntry): Promise<ActionResult<null>> {
  const form = readForm(registerSchema, entry);
  return form.ok ? act((ctx) => changeRegister(ctx, form.value)) : form;
}

export async function sayInLanguageNow(phrase: string, language: Language, words: string): Promise<ActionResult<null>> {
  const form = readForm(registerWordSchema, { phrase, language, words });
  return form.ok ? act((ctx) => sayInLanguage(ctx, form.value)) : form;
}

export async function changeSearchingNow(input: {
  system: string;
  isTraced: boolean;
  searchesInactive: boolean;
  inactive: InactiveRule | null;
}): Promise<ActionResult<null>> {
  const form = readForm(searchingSchema, input);
  return form.ok ? act((ctx) => changeSearching(ctx, form.value)) : form;
}
