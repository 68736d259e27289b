import { RateLimiterPostgres } from 'rate-limiter-flexible';
import { web } from '../../main/web';

const LIMITS = {
  'sign-in': { points: 20, duration: 300 },
  'public-form': { points: 10, duration: 600 },
  // Messages to one address, whoever asks for them.
  forgotten: { points: 3, duration: 3600 },
  'one-time': { points: 40, duration: 600 },
  // Wrong passwords for one account, from wherever they come.
  'sign-in-account': { points: 10, duration: 900 },
} as const;

const limiters = new Map<string, Promise<RateLimiterPostgres>>();

function limiter(name: keyof typeof LIMITS): Promise<RateLimiterPostgres> {
  const known = limiters.get(name);
  if (known) return known;
  const made = web().then(
    ({ knex, config }) =>
      new Promise<RateLimiterPostgres>((resolve, reject) => {
        const scale = config.BOOKEND_MODE === 'test' ? 100 : 1;
        const one = new RateLimiterPostgres(
          {
            storeClient: knex,
            storeType: 'knex',
            tableName: 'rate_limits',
            keyPrefix: name,
            points: LIMITS[name].points * scale,
            duration: LIMITS[name].duration,
          },
          (error?: Error) => (error ? reject(error) : resolve(one)),
        );
      }),
  );
  limiters.set(name, made);
  return made;
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
