import { Client, ResultCodeError, type Entry } from 'ldapts';
import { ConnectorError } from '../../ports/connector';

/** How a directory is reached. */
export interface DirectorySettings {
  /** `ldaps://host` or `ldap://host`, with a port where it is another one. */
  url: string;
  /** A line without encryption begins to be secret before anything is said on it. */
  startTls: boolean;
  /** Distinguished name of the account; empty: it is read without one. */
  user: string;
  password: string;
  /** Everything is below it. */
  base: string;
}

const CONNECT_MS = 8000;
const ANSWER_MS = 60_000;
/** Entries that are asked for at once. */
const PAGE = 500;
/** Values that are pictures and certificates, and not text. */
const BYTES = ['jpegPhoto', 'thumbnailPhoto', 'photo', 'userCertificate', 'userSMIMECertificate', 'audio'];
/** Never read, whoever may: a secret of the person says nothing about them. */
const SECRETS = /^(userPassword|.*hash|unicodePwd|sambaNTPassword|sambaLMPassword|krb.*key)$/i;

/** One connection that is made when it is needed, and made anew when it was lost. */
export function directoryLine(settings: DirectorySettings) {
  let client: Client | null = null;
  const elsewhere = new Set<string>();
  async function open(): Promise<Client> {
    if (client?.isConnected) return client;
    const made = new Client({ url: settings.url, timeout: ANSWER_MS, connectTimeout: CONNECT_MS });
    client = made;
    await guarded(async () => {
      if (settings.startTls) await made.startTLS();
      await made.bind(settings.user, settings.password);
    });
    return made;
  }
  return {
    /** Other servers that this one sends us to for parts of what was asked. They are not gone to. */
    elsewhere: (): string[] => [...elsewhere],
    /** Entries below the base that a filter names, a page at a time. Throws ConnectorError. */
    async entries(filter: string): Promise<Entry[]> {
      const own = await open();
      return guarded(async () => {
        const { searchEntries, searchReferences } = await own.search(settings.base, {
          scope: 'sub',
          filter,
          paged: { pageSize: PAGE },
          explicitBufferAttributes: BYTES,
        });
        for (const place of searchReferences) elsewhere.add(place);
        return searchEntries.map(withoutSecrets);
      });
    },
    /** One entry by its name; null: it is not there. */
    async entry(dn: string): Promise<Entry | null> {
      const own = await open();
      return guarded(async () => {
        const { searchEntries } = await own.search(dn, { scope: 'base', explicitBufferAttributes: BYTES });
        return searchEntries[0] ? withoutSecrets(searchEntries[0]) : null;
      }).catch((error: unknown) => {
        if (codeOf(error) === NO_SUCH_OBJECT) return null;
        throw error;
      });
    },
    async change<T>(work: (client: Client) => Promise<T>): Promise<T> {
      const own = await open();
      return guarded(() => work(own));
    },
    async close(): Promise<void> {
      await client?.unbind().catch(() => {});
      client = null;
    },
  };
}

export type DirectoryLine = ReturnType<typeof directoryLine>;

function withoutSecrets(entry: Entry): Entry {
  return Object.fromEntries(Object.entries(entry).filter(([name]) => !SECRETS.test(name))) as Entry;
}

const NO_SUCH_OBJECT = 32;

function codeOf(error: unknown): number | null {
  const { cause } = error as { cause?: unknown };
  return cause instanceof ResultCodeError ? cause.code : null;
}

/** What a directory says of itself (RFC 4511, appendix A), as the kinds that people and the retry know. */
const KINDS: Readonly<Record<number, [ConnectorError['kind'], string]>> = {
  2: ['refused', 'The directory does not understand this. For a secret line it may want ldaps:// instead.'],
  3: ['time-out', 'The directory did not answer in time.'],
  4: ['wrong-answer', 'The directory gives out only a part of its entries: the account may read too few at once.'],
  8: ['not-allowed', 'The directory wants a stronger way of signing in.'],
  11: ['wrong-answer', 'The directory gives out only a part of its entries: a limit of its administrator.'],
  13: ['not-allowed', 'The directory wants a line that is kept secret.'],
  19: ['constraint', 'The directory refuses this: its rules are against it.'],
  32: ['wrong-answer', 'The directory does not know this name; look at the base.'],
  34: ['wrong-answer', 'The base is not written as a name of a directory, such as dc=thornbury,dc=example.'],
  48: ['not-allowed', 'The directory does not let us in.'],
  49: ['not-allowed', 'The directory does not let us in.'],
  50: ['not-allowed', 'The account may not do this in the directory.'],
  51: ['rate-limited', 'The directory asks us to wait.'],
  52: ['server-error', 'The directory is not available just now.'],
  53: ['constraint', 'The directory is not willing to do this.'],
  54: ['wrong-answer', 'The directory leads in a circle.'],
  65: ['constraint', 'The directory refuses this: the entry would lack what it has to have.'],
  66: ['constraint', 'There are other entries below this one.'],
};

/** Every failure of a directory becomes one of the kinds that people and the retry know. Its own words are not repeated. */
async function guarded<T>(work: () => Promise<T>): Promise<T> {
  try {
    return await work();
  } catch (cause) {
    if (cause instanceof ConnectorError) throw cause;
    throw faultOf(cause);
  }
}

function faultOf(cause: unknown): ConnectorError {
  const fault = (kind: ConnectorError['kind'], words: string) => new ConnectorError(kind, words, null, { cause });
  if (cause instanceof ResultCodeError) {
    const [kind, words] = KINDS[cause.code] ?? ['server-error', `The directory answers with code ${cause.code}.`];
    return fault(kind, words);
  }
  const { code = '', message = '' } = cause as { code?: string; message?: string };
  if (/ETIMEDOUT|timeout/i.test(`${code} ${message}`))
    return fault('time-out', 'The directory did not answer in time.');
  if (/CERT|SSL|TLS|SELF_SIGNED/i.test(`${code} ${message}`))
    return fault('refused', 'The line to the directory cannot be kept secret: its certificate is not trusted.');
  return fault('refused', 'The directory cannot be reached.');
}
