import { insertPurpose, type PurposeWithWords } from '../src/db/consent/purposes';
import type { Context } from '../src/usecases/context';

type Draft = Pick<PurposeWithWords, 'id' | 'kind' | 'title' | 'plain'> & Partial<PurposeWithWords>;

const PURPOSES: Draft[] = [
  { id: 'orders', kind: 'necessary', title: 'Orders and deliveries', plain: 'We use your name and address to deliver what you order.' },
  { id: 'marketing', kind: 'legitimate-interest', title: 'Hearing from us', plain: 'We may tell customers about our own bicycles and tours, until you object.' },
  { id: 'newsletter', kind: 'consent', parent: 'marketing', title: 'Newsletter by e-mail', plain: 'A mail every second week with rides and offers.', shelfLifeDays: 1095, askAgainAfterDays: 180 },
  { id: 'partner-offers', kind: 'consent', title: 'Offers from partners', plain: 'We pass your address to tour partners, who may write to you.', shelfLifeDays: 730, askAgainAfterDays: 365 },
  { id: 'ride-statistics', kind: 'consent', title: 'Ride statistics', plain: 'We count rides recorded in the app to plan our tours.', shelfLifeDays: 1095 },
  { id: 'phone-calls', kind: 'consent', parent: 'marketing', title: 'Calls about tours', plain: 'We may call you when a tour near you has room.', askAgainAfterDays: 365 },
];

export async function addPurposes(ctx: Context): Promise<void> {
  const now = ctx.clock.now();
  await ctx.transaction(async (h) => {
    for (const [i, draft] of PURPOSES.entries()) await insertPurpose(h, { version: 1, validFrom: '2018-05-25T00:00:00Z', recordedAt: now, parent: null, confirmWithinHours: null, shelfLifeDays: null, askAgainAfterDays: null, ...draft }, i);
  });
}
