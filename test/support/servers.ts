import mysql from 'mysql2/promise';

/** A real server beside the tests; where it was not started, that is said and not passed over. */
function given(name: string): string {
  const value = process.env[name];
  if (!value) throw new Error(`${name} is not set: run the database tests with ./bookend test database`);
  return value;
}

export interface MariadbWorld {
  url: string;
  /** Any number of statements. */
  run(sql: string): Promise<Record<string, unknown>[]>;
  close(): Promise<void>;
}

/** A database of its own on the tests' real MariaDB. */
export async function mariadbWorld(name: string): Promise<MariadbWorld> {
  const database = `t_${name}_${process.pid}`;
  const server = new URL(given('TEST_MARIADB_URL'));
  const connection = await mysql.createConnection({ uri: server.toString(), multipleStatements: true });
  await connection.query(`drop database if exists ${database}; create database ${database}; use ${database}`);
  return {
    url: Object.assign(new URL(server), { pathname: `/${database}` }).toString(),
    async run(sql) {
      const [rows] = await connection.query(sql);
      return rows as Record<string, unknown>[];
    },
    async close() {
      await connection.query(`drop database ${database}`);
      await connection.end();
    },
  };
}

/** The tests' real IMAP server: any account opens with its password, and is empty the first time. */
export function imapAccount(name: string): { host: string; port: number; user: string; password: string } {
  const { port, password } = JSON.parse(given('TEST_IMAP')) as { port: number; password: string };
  return { host: '127.0.0.1', port, user: `${name}${process.pid}`, password };
}
