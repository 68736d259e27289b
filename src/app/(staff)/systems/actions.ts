'use server';

import { idInput } from '../../../core/shared/inputs';
import {
  connectionSchema,
  fieldsSchema,
  referenceEndsSchema,
  referencesSchema,
  registerSchema,
  registerWordSchema,
  searchingSchema,
  systemSchema,
  tryConnectionInput,
  trySearchInput,
} from '../../../core/systems/schema';
import * as adding from '../../../usecases/systems/addSystem';
import * as changing from '../../../usecases/systems/changeSystem';
import * as fields from '../../../usecases/systems/classify';
import * as reaching from '../../../usecases/systems/reachSystem';
import * as references from '../../../usecases/systems/references';
import * as words from '../../../usecases/systems/registerWords';
import * as searching from '../../../usecases/systems/trySearch';
import { act } from '../../lib/act';

export const tryConnection = act(tryConnectionInput, adding.tryConnection);
export const addSystem = act(systemSchema, adding.addSystem);
export const changeConnection = act(connectionSchema, adding.changeConnection);
export const testSystem = act(idInput, reaching.testSystem);
export const readFields = act(idInput, fields.readFields);
export const confirmFields = act(fieldsSchema, fields.confirmFields);
export const confirmReferences = act(referencesSchema, references.confirmReferences);
export const takeBackReference = act(referenceEndsSchema, references.takeBackReference);
export const changeRegister = act(registerSchema, changing.changeRegister);
export const trySearch = act(trySearchInput, searching.trySearch);
export const changeSearching = act(searchingSchema, changing.changeSearching);
export const sayInLanguage = act(registerWordSchema, words.sayInLanguage);
