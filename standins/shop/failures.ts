import pg from 'pg';
import { COUNTED } from './shop';

export const SHOP_FAILURES = ['none', 'refused', 'time-out', 'wrong-schema', 'false-done'] as const;
export type ShopFailure = (typeof SHOP_FAILURES)[number];

/**
 * How the shop's database misbehaves: lets nobody in; holds a table locked; has renamed a column; or swallows deletes and
 * says that they are done. Each new mode first mends the one before.
 */
export function shopFailures(url: string): { set(mode: ShopFailure): Promise<void> } {
  const database = new URL(url).pathname.slice(1);
  let mend: (() => Promise<void>) | null = null;

  async function fail(mode: Exclude<ShopFailure, 'none'>): Promise<() => Promise<void>> {
    const client = new pg.Client({ connectionString: url });
    await client.connect();
    const undo = async (...statements: string[]) => {
      for (const statement of statements) await client.query(statement);
      await client.end();
    };
    switch (mode) {
      case 'refused':
        await client.query(`alter database ${database} connection limit 0`);
        await client.query(
          'select pg_terminate_backend(pid) from pg_stat_activity where datname = current_database() and usename = current_user and pid <> pg_backend_pid()',
        );
        return () => undo(`alter database ${database} connection limit -1`);
      case 'time-out':
        await client.query('begin');
        await client.query('lock table customers in access exclusive mode');
        return () => undo('rollback');
      case 'wrong-schema':
        await client.query('alter table order_lines rename column order_id to order_ref');
        return () => undo('alter table order_lines rename column order_ref to order_id');
      case 'false-done':
        for (const table of COUNTED)
          await client.query(
            `create trigger swallowed before delete on ${table} for each row execute function swallow()`,
          );
        return () => undo(...COUNTED.map((table) => `drop trigger swallowed on ${table}`));
    }
  }

  return {
    async set(mode) {
      await mend?.();
      mend = null;
      if (mode !== 'none') mend = await fail(mode);
    },
  };
}
