import { ImapFlow } from 'imapflow';
import type { Security } from '../../core/installation/settings';
import { ConnectorError } from '../../ports/connector';

/** How a mailbox on a mail server is reached. */
export interface ImapSettings {
  host: string;
  port: number;
  security: Security;
  user: string;
  /** A password, or one made for this program alone; with `oauthUrl` the refresh token. */
  password: string;
  /** Where a refresh token is changed for one that signs in (XOAUTH2). */
  oauthUrl?: string;
  oauthClient?: string;
  oauthSecret?: string;
}

const CONNECT_MS = 8000;
const SOCKET_MS = 120_000;
const TOKEN_MS = 10_000;

/** One connection that is made when it is needed, and made anew when it was lost. */
export function imapLine(settings: ImapSettings) {
  let client: Promise<ImapFlow> | null = null;
  return {
    async open(): Promise<ImapFlow> {
      const known = await client?.catch(() => null);
      if (known?.usable) return known;
      client = connect(settings);
      return client;
    },
    async close(): Promise<void> {
      const known = await client?.catch(() => null);
      client = null;
      if (known?.usable) await known.logout().catch(() => known.close());
      else known?.close();
    },
  };
}

export type ImapLine = ReturnType<typeof imapLine>;

async function connect(settings: ImapSettings): Promise<ImapFlow> {
  const { host, port, security, user } = settings;
  const secret = settings.oauthUrl
    ? { accessToken: await guardedImap(() => accessToken(settings)) }
    : { pass: settings.password };
  const client = new ImapFlow({
    host,
    port,
    secure: security === 'tls',
    ...(security === 'tls' ? {} : { doSTARTTLS: security === 'starttls' }),
    auth: { user, ...secret },
    logger: false,
    connectionTimeout: CONNECT_MS,
    greetingTimeout: CONNECT_MS,
    socketTimeout: SOCKET_MS,
  });
  // A line that breaks while nobody asks anything must not end the process; the next question finds it broken.
  client.on('error', () => {});
  await guardedImap(() => client.connect());
  return client;
}

/** A token that is good for an hour, for one that is good for longer (RFC 6749, section 6). */
async function accessToken({ oauthUrl, oauthClient, oauthSecret, password }: ImapSettings): Promise<string> {
  const response = await fetch(oauthUrl!, {
    method: 'POST',
    redirect: 'error',
    signal: AbortSignal.timeout(TOKEN_MS),
    body: new URLSearchParams({
      grant_type: 'refresh_token',
      refresh_token: password,
      client_id: oauthClient ?? '',
      ...(oauthSecret ? { client_secret: oauthSecret } : {}),
    }),
  });
  if (!response.ok)
    throw new ConnectorError('not-allowed', `The sign-in service does not renew our token (${response.status}).`);
  const { access_token: token } = (await response.json()) as { access_token?: unknown };
  if (typeof token !== 'string')
    throw new ConnectorError('wrong-answer', 'The sign-in service answers without a token.');
  return token;
}

/** Every failure of a mail server becomes one of the kinds that people and the retry know. Its own words are not repeated. */
export async function guardedImap<T>(work: () => Promise<T>): Promise<T> {
  try {
    return await work();
  } catch (cause) {
    if (cause instanceof ConnectorError) throw cause;
    throw faultOf(cause);
  }
}

function faultOf(cause: unknown): ConnectorError {
  const { code, authenticationFailed, responseStatus, serverResponseCode, name } = cause as {
    code?: string;
    authenticationFailed?: boolean;
    responseStatus?: string;
    serverResponseCode?: string;
    name?: string;
  };
  const said = serverResponseCode ?? code ?? responseStatus ?? name ?? 'no code';
  const fault = (kind: ConnectorError['kind'], words: string) =>
    new ConnectorError(kind, `${words} (${said})`, null, { cause });
  if (authenticationFailed) return fault('not-allowed', 'The mail server does not let us in.');
  if (/TIMEOUT|ETIME|Timeout/i.test(said)) return fault('time-out', 'The mail server did not answer in time.');
  if (/CERT|SSL|TLS|SELF_SIGNED/i.test(said))
    return fault('refused', 'The line to the mail server cannot be kept secret: its certificate is not trusted.');
  if (/OVERQUOTA|LIMIT|INUSE|UNAVAILABLE/i.test(said)) return fault('rate-limited', 'The mail server asks us to wait.');
  if (/NONEXISTENT|TRYCREATE/i.test(said)) return fault('wrong-answer', 'The mail server does not know this folder.');
  if (/NOPERM|READ-ONLY|NO\b/.test(said)) return fault('constraint', 'The mail server refuses this.');
  return fault('refused', 'The mail server cannot be reached.');
}
