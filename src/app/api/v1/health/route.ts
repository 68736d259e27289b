import { readHealth } from '../../../../usecases/health/readHealth';
import { publicContext } from '../../../lib/session';

export const dynamic = 'force-dynamic';

const HEADERS = { 'cache-control': 'no-store' };

/** 200 while this process can serve, also where something else does not work; 503 without a database. */
export async function GET(): Promise<Response> {
  try {
    const health = await readHealth(await publicContext());
    return Response.json(health, { status: health.status === 'down' ? 503 : 200, headers: HEADERS });
  } catch {
    return Response.json(
      { status: 'down', database: 'unreachable', worker: 'unknown' },
      { status: 503, headers: HEADERS },
    );
  }
}
