import { Temporal } from 'temporal-polyfill';
import { reachOf } from '../../../../core/access/roles';
import { localDay } from '../../../../core/shared/days';
import { daySchema } from '../../../../core/shared/schema';
import { personView } from '../../../../usecases/people/personView';
import { PersonSheet } from '../../../../ui/people/PersonSheet';
import { shown, staff } from '../../../lib/session';
import { linkPersons, unlinkPersons } from '../actions';

export const metadata = { title: 'Person' };

export default async function PersonPage({
  params,
  searchParams,
}: {
  params: Promise<{ id: string }>;
  searchParams: Promise<{ on?: string }>;
}) {
  const { ctx, actor } = await staff('persons.see');
  const { id } = await params;
  const { on } = await searchParams;
  const zone = ctx.organisation.zone;
  const today = localDay(ctx.clock.now(), zone);
  const isPast = on && daySchema.isValidSync(on) && on < today;
  const at = isPast
    ? Temporal.PlainDate.from(on).toZonedDateTime({ timeZone: zone, plainTime: '23:59:59' }).toInstant().toString()
    : undefined;
  const person = shown(await personView(ctx, { id, ...(at ? { at } : {}) }));
  return (
    <PersonSheet
      person={person}
      today={today}
      on={isPast ? on : null}
      zone={zone}
      links={reachOf(actor.roles, 'identities.link') ? { linkPersons, unlinkPersons } : null}
    />
  );
}
