import type { InferType } from 'yup';
import type { openRequestSchema, publicRequestSchema } from '../../core/requests/schema';
import type { Context } from '../shared/context';
import { receivedAtOf } from '../clock/dayOfReceipt';
import { openRequest, type NewRequest } from './openRequest';

type StaffForm = InferType<typeof openRequestSchema>;

/** From the coordinator's form, where only the day of receipt is known. */
export function openFromStaff(ctx: Context, form: StaffForm) {
  return openRequest(ctx, fromStaffForm(ctx, form));
}

export function fromStaffForm(ctx: Context, form: StaffForm): NewRequest {
  return {
    right: form.right,
    regimes: form.regimes,
    receivedAt: receivedAtOf(ctx, form.receivedOn),
    channel: form.channel,
    person: personOf({ ...form, birthDate: form.birthDate || null }),
    onBehalf: onBehalfOf(form),
    text: form.text || null,
    language: form.language,
  };
}

/** From the public form: received now, under the laws that follow from where the person says they live. */
export function openFromPublic(ctx: Context, form: InferType<typeof publicRequestSchema>) {
  return openRequest(ctx, {
    right: form.right,
    receivedAt: ctx.clock.now(),
    channel: 'public-form',
    person: personOf({ ...form, birthDate: form.birthDate || null }),
    onBehalf: onBehalfOf(form),
    text: form.text || null,
    language: form.language,
  });
}

interface PersonFields {
  givenName: string;
  familyName: string;
  email: string;
  phone: string;
  customerNumber: string;
  birthDate: string | null;
  country: string;
  region: string;
}

function personOf(form: PersonFields): NewRequest['person'] {
  return {
    givenName: form.givenName,
    familyName: form.familyName,
    birthDate: form.birthDate,
    emails: form.email ? [form.email] : [],
    phones: form.phone ? [form.phone] : [],
    customerNumbers: form.customerNumber ? [{ system: '', value: form.customerNumber }] : [],
    ...(form.country ? { country: form.country } : {}),
    ...(form.region ? { region: form.region } : {}),
  };
}

function onBehalfOf(form: { forWhom: string; agentName: string; agentEmail: string }): NewRequest['onBehalf'] {
  return form.forWhom === 'self' ? null : { kind: form.forWhom, name: form.agentName, email: form.agentEmail || null };
}
