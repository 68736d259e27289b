import { countOpenRequests } from '../../db/requests/requests';
import type { Context } from '../context';
import { reach } from '../shared/may';

export async function countOpen(ctx: Context): Promise<number> {
  return reach(ctx, 'requests.see') ? ctx.transaction((h) => countOpenRequests(h)) : 0;
}
