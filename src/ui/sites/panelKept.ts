import type { KeptAnswer } from '../../core/sites/plan';

// What a browser keeps of an answer: a cookie of the site itself, so that its server can read it too; where cookies are off, its own
// storage; where that is off as well, this page alone.

const DAY_S = 86_400;
/** As long as browsers keep a cookie at most. */
const KEPT_S = 400 * DAY_S;
/** Answers that could not be sent wait here, at most so many. */
const MOST_UNSENT = 20;

export interface Unsent {
  body: string;
  /** When it was given, milliseconds of this browser’s clock. */
  at: number;
}

const isKept = (value: unknown): value is KeptAnswer => {
  const kept = value as KeptAnswer | null;
  return (
    typeof kept === 'object' &&
    kept !== null &&
    typeof kept.visitor === 'string' &&
    typeof kept.version === 'number' &&
    typeof kept.at === 'number' &&
    Array.isArray(kept.yes) &&
    Array.isArray(kept.no)
  );
};

function tried<T>(work: () => T, otherwise: T): T {
  try {
    return work();
  } catch {
    return otherwise;
  }
}

export function keeper(site: string) {
  const name = `bookend_${site}`;
  let here: KeptAnswer | null = null;
  const readJson = (text: string | null | undefined): KeptAnswer | null => {
    if (!text) return null;
    const value: unknown = tried(() => JSON.parse(text), null);
    return isKept(value) ? value : null;
  };
  const fromCookie = () => {
    const cookie = document.cookie.split('; ').find((one) => one.startsWith(`${name}=`));
    return readJson(cookie && decodeURIComponent(cookie.slice(name.length + 1)));
  };
  return {
    read(): KeptAnswer | null {
      return tried(fromCookie, null) ?? readJson(tried(() => localStorage.getItem(name), null)) ?? here;
    },
    keep(answer: KeptAnswer): void {
      here = answer;
      const text = JSON.stringify(answer);
      const secure = location.protocol === 'https:' ? '; secure' : '';
      tried(() => {
        document.cookie = `${name}=${encodeURIComponent(text)}; path=/; max-age=${KEPT_S}; samesite=lax${secure}`;
      }, undefined);
      tried(() => localStorage.setItem(name, text), undefined);
    },
    unsent(): Unsent[] {
      const list: unknown = tried(() => JSON.parse(localStorage.getItem(`${name}_unsent`) ?? '[]'), []);
      return Array.isArray(list) ? (list as Unsent[]) : [];
    },
    keepUnsent(list: readonly Unsent[]): void {
      tried(() => {
        if (list.length === 0) localStorage.removeItem(`${name}_unsent`);
        else localStorage.setItem(`${name}_unsent`, JSON.stringify(list.slice(-MOST_UNSENT)));
      }, undefined);
    },
  };
}

export type Keeper = ReturnType<typeof keeper>;

/** 32 hexadecimal digits that nobody else has. */
export function randomNumber(): string {
  return [...crypto.getRandomValues(new Uint8Array(16))].map((byte) => byte.toString(16).padStart(2, '0')).join('');
}
