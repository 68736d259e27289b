'use server';

import { setColleagueActiveInput } from '../../../core/access/schema';
import { lawDraftSchema, lawStandSchema } from '../../../core/clock/lawDraft';
import { askForKeysInput, fetchKeysInput } from '../../../core/keys/schema';
import { idInput } from '../../../core/shared/inputs';
import * as colleagues from '../../../usecases/access/signIn';
import * as laws from '../../../usecases/clock/adoptLaw';
import * as copies from '../../../usecases/keys/exportKeys';
import * as rotation from '../../../usecases/keys/rotateKeys';
import { act, actAlone } from '../../lib/act';

export const setColleagueActive = act(setColleagueActiveInput, colleagues.setColleagueActive);

export const startRotation = actAlone(rotation.startRotation);
export const askForKeys = act(askForKeysInput, copies.askForKeys);
export const approveKeyExport = act(idInput, copies.approveKeyExport);
export const fetchKeys = act(fetchKeysInput, copies.fetchKeys);

export const previewLaw = act(lawDraftSchema, laws.previewLaw);
export const adoptLaw = act(lawDraftSchema, laws.adoptLaw);
export const stateLaw = act(lawStandSchema, laws.stateLaw);
