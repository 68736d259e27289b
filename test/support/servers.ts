import { createServer } from 'node:http';
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

/** The tests' real directory server, with an account that may do everything below its base. */
export function directoryAccount(): { url: string; base: string; user: string; password: string } {
  return JSON.parse(given('TEST_LDAP')) as ReturnType<typeof directoryAccount>;
}

interface ImapServer {
  port: number;
  /** Where it asks whose a token is. */
  tokensPort: number;
  password: string;
}

const imapServer = () => JSON.parse(given('TEST_IMAP')) as ImapServer;

/**
 * A service of the tests that signs in to the real IMAP server: it renews one refresh token of one client, and says whose the
 * token is that it gave out.
 */
export async function signInService(
  user: string,
): Promise<{ settings: OauthSettings; asked: string[]; close(): void }> {
  const settings = { password: 'refresh-kiln', oauthClient: 'bookend', oauthSecret: 'client-glaze' };
  const asked: string[] = [];
  let given = 0;
  const server = createServer((request, response) => {
    const { pathname, searchParams } = new URL(request.url!, 'http://here');
    const answer = (status: number, body: object) =>
      response.writeHead(status, { 'content-type': 'application/json' }).end(JSON.stringify(body));
    if (pathname === '/whose')
      return searchParams.get('token') === `access-${given}` ? answer(200, { user }) : answer(401, {});
    let body = '';
    request.on('data', (part) => (body += part));
    return request.on('end', () => {
      asked.push(body);
      const sent = new URLSearchParams(body);
      const isRight =
        sent.get('grant_type') === 'refresh_token' &&
        sent.get('refresh_token') === settings.password &&
        sent.get('client_id') === settings.oauthClient &&
        sent.get('client_secret') === settings.oauthSecret;
      answer(isRight ? 200 : 400, isRight ? { access_token: `access-${++given}`, expires_in: 3600 } : { error: 'no' });
    });
  });
  const { tokensPort } = imapServer();
  await new Promise<void>((listening) => server.listen(tokensPort, '127.0.0.1', listening));
  return {
    settings: { ...settings, oauthUrl: `http://127.0.0.1:${tokensPort}/token` },
    asked,
    close: () => void server.close(),
  };
}

export interface OauthSettings {
  /** The refresh token. */
  password: string;
  oauthUrl: string;
  oauthClient: string;
  oauthSecret: string;
}

/** The tests' real IMAP server: any account opens with its password, and is empty the first time. */
export function imapAccount(name: string): { host: string; port: number; user: string; password: string } {
  const { port, password } = imapServer();
  return { host: '127.0.0.1', port, user: `${name}${process.pid}`, password };
}
