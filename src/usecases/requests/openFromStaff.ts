import { Temporal } from 'temporal-polyfill';
import type { InferType } from 'yup';
import type { openRequestSchema, publicRequestSchema } from '../../core/requests/schema';
import { localDay } from '../../core/shared/days';
import type { Context } from '../context';
import { openRequest } from './openRequest';

/** From the coordinator's form. Only the day of receipt is known: today it is now, earlier it is that day's noon. */
export function openFromStaff(ctx: Context, form: InferType<typeof openRequestSchema>) {
  const now = ctx.clock.now();
  const receivedAt = form.receivedOn === localDay(now, ctx.organisation.zone) ? now : Temporal.PlainDate.from(form.receivedOn).toZonedDateTime({ timeZone: ctx.organisation.zone, plainTime: '12:00' }).toInstant().toString();
  return openRequest(ctx, { right: form.right, regime: form.regime, receivedAt, channel: form.channel as 'mail' | 'phone' | 'letter' | 'counter', person: personOf({ ...form, birthDate: form.birthDate || null }), text: form.text || null, language: 'en' });
}

/** From the public form: received now. */
export function openFromPublic(ctx: Context, form: InferType<typeof publicRequestSchema>) {
  return openRequest(ctx, { right: form.right as 'access', regime: 'eu-gdpr', receivedAt: ctx.clock.now(), channel: 'public-form', person: personOf({ ...form, birthDate: null }), text: form.text || null, language: 'en' });
}

function personOf(form: { givenName: string; familyName: string; email: string; phone: string; customerNumber: string; birthDate: string | null }) {
  return { givenName: form.givenName, familyName: form.familyName, birthDate: form.birthDate, emails: form.email ? [form.email] : [], phones: form.phone ? [form.phone] : [], customerNumbers: form.customerNumber ? [{ system: '', value: form.customerNumber }] : [] };
}
