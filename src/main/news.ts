import pg from 'pg';

export interface News {
  /** Tells which kind of thing moved, as often as it does. @returns stops it */
  follow(tell: (what: string) => void): () => void;
  close(): Promise<void>;
}

const CHANNEL = 'bookend_news';
/** A database that is away is asked again after this, milliseconds. */
const AGAIN_MS = 2000;
/** Said when it is not known what was missed. */
export const ANYTHING = 'anything';

/** One connection that listens for everybody who waits; none while nobody does. */
export function newsOf(address: string): News {
  const followers = new Set<(what: string) => void>();
  let client: pg.Client | null = null;
  let again: NodeJS.Timeout | null = null;
  const tellAll = (what: string) => followers.forEach((tell) => tell(what));
  const drop = () => {
    const gone = client;
    client = null;
    gone?.removeAllListeners();
    gone?.on('error', () => {});
    void gone?.end().catch(() => {});
  };
  const listen = async (): Promise<void> => {
    if (client || followers.size === 0) return;
    const own = new pg.Client({ connectionString: address, application_name: 'bookend news' });
    client = own;
    const lost = () => {
      if (client !== own) return;
      drop();
      if (followers.size > 0) again = setTimeout(() => void listen(), AGAIN_MS).unref();
    };
    own.on('error', lost);
    own.on('end', lost);
    own.on('notification', ({ payload }) => tellAll(payload ?? ANYTHING));
    try {
      await own.connect();
      await own.query(`listen ${CHANNEL}`);
      // What moved since somebody began to follow was not heard.
      tellAll(ANYTHING);
    } catch {
      lost();
    }
  };
  return {
    follow(tell) {
      followers.add(tell);
      void listen();
      return () => {
        followers.delete(tell);
        if (followers.size > 0) return;
        if (again) clearTimeout(again);
        drop();
      };
    },
    async close() {
      followers.clear();
      drop();
    },
  };
}
