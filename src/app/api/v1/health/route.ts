import { web } from '../../../../main/web';

export const dynamic = 'force-dynamic';

export async function GET(): Promise<Response> {
  try {
    const { knex } = await web();
    await knex.raw('select 1');
    const worker = (await knex.raw("select count(*)::int as n from pg_stat_activity where application_name = 'bookend-queue'")) as { rows: { n: number }[] };
    return Response.json({ status: 'ok', database: 'ok', worker: (worker.rows[0]?.n ?? 0) > 1 ? 'ok' : 'not seen' });
  } catch {
    return Response.json({ status: 'down', database: 'unreachable', worker: 'unknown' }, { status: 503 });
  }
}
