import { isRealDay } from '../shared/days';
import { instantSchema } from '../shared/schema';
import type { RequestRef } from '../shared/ids';

/** What a list of requests can be ordered by: what the database has an index for. */
export const REQUEST_ORDERS = ['due', 'received'] as const;

export interface RequestOrder {
  by: (typeof REQUEST_ORDERS)[number];
  isDown: boolean;
}

/** Behind which row a list goes on: the value it is ordered by, and its reference. */
export interface RequestPlace {
  at: string;
  ref: RequestRef;
}

/** As it stands in an address: `due`, or `-received` for the newest first. Anything else: none is chosen. */
export function orderIn(sort: string | null | undefined): RequestOrder | null {
  const by = REQUEST_ORDERS.find((known) => known === sort?.replace(/^-/, ''));
  return by ? { by, isDown: sort!.startsWith('-') } : null;
}

/** @returns null where it is no place in that order; the list begins at its beginning then */
export function placeIn(after: string | undefined, order: RequestOrder | null): RequestPlace | null {
  const [at, ref] = (after ?? '').split('~');
  if (!at || !ref) return null;
  return (order?.by === 'received' ? instantSchema.isValidSync(at) : isRealDay(at)) ? { at, ref } : null;
}

export const sayOrder = ({ by, isDown }: RequestOrder) => (isDown ? `-${by}` : by);
export const sayPlaceIn = ({ at, ref }: RequestPlace) => `${at}~${ref}`;
