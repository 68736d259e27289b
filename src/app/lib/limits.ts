import { RateLimiterPostgres } from 'rate-limiter-flexible';
import type { TermName } from '../../core/installation/terms';
import { web } from '../../main/web';

/** Tries, a number or the term that says it, within so many seconds. */
const LIMITS = {
  'sign-in': { tries: 20, duration: 300 },
  'public-form': { tries: 'formTries', duration: 600 },
  // Messages to one address, whoever asks for them.
  forgotten: { tries: 3, duration: 3600 },
  // Answers of panels: a family behind one address, and no machine that answers a million times.
  panel: { tries: 120, duration: 600 },
  'one-time': { tries: 'codeTries', duration: 600 },
  // Wrong passwords for one account, from wherever they come.
  'sign-in-account': { tries: 'signInTries', duration: 900 },
} as const satisfies Record<string, { tries: number | TermName; duration: number }>;

const limiters = new Map<string, Promise<RateLimiterPostgres>>();

async function limiter(name: keyof typeof LIMITS): Promise<RateLimiterPostgres> {
  const known = limiters.get(name);
  const made = known ?? makeLimiter(name);
  limiters.set(name, made);
  const [one, { config, ctx }] = await Promise.all([made, web()]);
  const { tries } = LIMITS[name];
  // An administrator may have set another number meanwhile; what was counted stays counted.
  one.points = (typeof tries === 'number' ? tries : ctx.terms[tries]) * (config.BOOKEND_MODE === 'test' ? 100 : 1);
  return one;
}

function makeLimiter(name: keyof typeof LIMITS): Promise<RateLimiterPostgres> {
  return web().then(
    ({ knex }) =>
      new Promise<RateLimiterPostgres>((resolve, reject) => {
        const one = new RateLimiterPostgres(
          {
            storeClient: knex,
            storeType: 'knex',
            tableName: 'rate_limits',
            keyPrefix: name,
            points: 1,
            duration: LIMITS[name].duration,
          },
          (error?: Error) => (error ? reject(error) : resolve(one)),
        );
      }),
  );
}

/** True while there is room; counted in the database, so that any number of webs count together. */
export async function hasRoom(name: keyof typeof LIMITS, key: string | null): Promise<boolean> {
  if (key === null) return true;
  try {
    await (await limiter(name)).consume(key);
    return true;
  } catch (error) {
    if (error instanceof Error) throw error;
    return false;
  }
}

/** Gives back what was counted against somebody who turned out to be right. */
export async function giveBack(name: keyof typeof LIMITS, key: string): Promise<void> {
  await (await limiter(name)).delete(key);
}
