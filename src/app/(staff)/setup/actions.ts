'use server';

import { addKeyInput, inviteInput, setColleagueActiveInput, setRolesInput } from '../../../core/access/schema';
import { lawDraftSchema, lawStandSchema } from '../../../core/clock/lawDraft';
import { saveSettingsInput, wordInput } from '../../../core/installation/schema';
import { openInput, openPlaceInput, retentionInput } from '../../../core/keeping/schema';
import { askForKeysInput, fetchKeysInput } from '../../../core/keys/schema';
import { addWebhookInput } from '../../../core/webhooks/schema';
import { idInput } from '../../../core/shared/inputs';
import * as machines from '../../../usecases/access/apiKeys';
import * as colleagues from '../../../usecases/access/colleagues';
import * as laws from '../../../usecases/clock/adoptLaw';
import * as example from '../../../usecases/installation/takeExample';
import * as open from '../../../usecases/keeping/openRules';
import * as retention from '../../../usecases/keeping/retentionRules';
import * as mail from '../../../usecases/installation/proveMail';
import * as settings from '../../../usecases/installation/settings';
import * as mailbox from '../../../usecases/installation/tryMailbox';
import * as copies from '../../../usecases/keys/exportKeys';
import * as rotation from '../../../usecases/keys/rotateKeys';
import * as webhooks from '../../../usecases/webhooks/webhooks';
import { act, actAlone } from '../../lib/act';

export const setColleagueActive = act(setColleagueActiveInput, colleagues.setColleagueActive);
export const inviteColleague = act(inviteInput, colleagues.inviteColleague);
export const inviteAgain = act(idInput, colleagues.inviteAgain);
export const setColleagueRoles = act(setRolesInput, colleagues.setColleagueRoles);

export const makeApiKey = act(addKeyInput, machines.makeApiKey);
export const rotateApiKey = act(idInput, machines.rotateApiKey);
export const revokeApiKey = act(idInput, machines.revokeApiKey);

export const addWebhook = act(addWebhookInput, webhooks.addWebhook);
export const rotateWebhookSecret = act(idInput, webhooks.rotateWebhookSecret);
export const pauseWebhook = act(idInput, webhooks.pauseWebhook);
export const resumeWebhook = act(idInput, webhooks.resumeWebhook);
export const tryWebhook = act(idInput, webhooks.tryWebhook);
export const removeWebhook = act(idInput, webhooks.removeWebhook);

export const saveSettings = act(saveSettingsInput, settings.saveSettings);
export const tryMail = actAlone(mail.tryMail);
export const confirmMail = act(wordInput, mail.confirmMail);
export const tryMailbox = actAlone(mailbox.tryMailbox);

export const takeExample = actAlone(example.takeExample);
export const addRetentionRule = act(retentionInput, retention.addRetentionRule);
export const removeRetentionRule = act(idInput, retention.removeRetentionRule);
export const strikeRetentionDraft = act(idInput, retention.strikeRetentionDraft);
export const addOpenRule = act(openInput, open.addOpenRule);
export const removeOpenRule = act(openPlaceInput, open.removeOpenRule);

export const startRotation = actAlone(rotation.startRotation);
export const askForKeys = act(askForKeysInput, copies.askForKeys);
export const approveKeyExport = act(idInput, copies.approveKeyExport);
export const fetchKeys = act(fetchKeysInput, copies.fetchKeys);

export const previewLaw = act(lawDraftSchema, laws.previewLaw);
export const adoptLaw = act(lawDraftSchema, laws.adoptLaw);
export const stateLaw = act(lawStandSchema, laws.stateLaw);
