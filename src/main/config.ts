import { availableParallelism, tmpdir } from 'node:os';
import { join } from 'node:path';
import * as yup from 'yup';
import { authorityOf } from '../core/letters/authorities';
import { SETTING_NAMES, SETTINGS, type Settings } from '../core/installation/settings';
import { isCountry, isZone } from '../core/shared/places';

const schema = yup.object({
  DATABASE_URL: yup.string().required(),
  BOOKEND_MODE: yup.string().oneOf(['production', 'demo', 'test']).default('production'),
  BOOKEND_KEY_FILE: yup.string(),
  BOOKEND_KEYS: yup.string(),
  BOOKEND_STORAGE: yup.string().default(join(tmpdir(), 'bookend-storage')),
  BOOKEND_WEB_PORT: yup.number().integer().min(0).max(65535).default(4170),
  BOOKEND_WEB_HOST: yup.string().default('127.0.0.1'),
  BOOKEND_BASE_URL: yup
    .string()
    .when('BOOKEND_WEB_PORT', ([port], schema) => schema.default(`http://127.0.0.1:${port}`)),
  BOOKEND_SMTP_URL: yup.string().default('smtp://127.0.0.1:2525'),
  BOOKEND_NOW: yup.string(),
  BOOKEND_NOW_SINCE: yup.string(),
  BOOKEND_ORGANISATION: yup.string().default('Larkmere Cycles & Touring'),
  BOOKEND_CONTACT: yup.string().default('privacy@larkmere.example'),
  BOOKEND_ADDRESS: yup.string().default('Larkmere Cycles & Touring, Havnegade 4, 8000 Aarhus C, Danmark'),
  /** In words of its own; without, the authority of the country. */
  BOOKEND_AUTHORITY: yup.string(),
  BOOKEND_ZONE: yup
    .string()
    .test(
      'zone',
      ({ value }) => `BOOKEND_ZONE is no time zone: ${String(value)}. It is a name such as Europe/Copenhagen`,
      (zone) => zone === undefined || isZone(zone),
    )
    .default('Europe/Copenhagen'),
  BOOKEND_COUNTRY: yup
    .string()
    .test(
      'country',
      ({ value }) => `BOOKEND_COUNTRY is no country: ${String(value)}. It is two letters such as DK`,
      (country) => country === undefined || isCountry(country),
    )
    .default('DK'),
  BOOKEND_ASK_WITHIN_DAYS: yup.number().integer().min(0).max(14).default(5),
  BOOKEND_FINANCIAL_YEAR_END: yup
    .string()
    .matches(
      /^(0[1-9]|1[0-2])-(0[1-9]|[12]\d|3[01])$/,
      'BOOKEND_FINANCIAL_YEAR_END is a month and a day, such as 12-31',
    )
    .default('12-31'),
  BOOKEND_OWN_DOMAINS: yup.string().default('larkmere.example'),
  BOOKEND_OPERATION_PAUSE_MS: yup.number().integer().min(0).default(0),
  BOOKEND_DAILY_LOOK_MS: yup.number().integer().min(100).default(60_000),
  BOOKEND_RETRY_BASE_MS: yup.number().integer().min(10).default(2000),
  BOOKEND_CHECKS_PORT: yup.number().integer().min(1).max(65535).default(4175),
  BOOKEND_CHECKS_HOST: yup.string().default('127.0.0.1'),
  BOOKEND_WITNESS: yup.string(),
  BOOKEND_WITNESS_MAIL: yup.string(),
  BOOKEND_PLACES: yup.string(),
  BOOKEND_JOURNAL: yup.string(),
  BOOKEND_PRIVACY_MAILBOX: yup.string(),
  BOOKEND_REQUEST_YEARS: yup.number().integer().min(1).max(30).default(3),
  BOOKEND_MATTER_URL: yup
    .string()
    .matches(/^https?:\/\/.*\{matter\}/, 'BOOKEND_MATTER_URL must be an address that holds {matter}'),
  BOOKEND_REACH: yup.string().default(''),
  BOOKEND_WEB_PROCESSES: yup
    .number()
    .integer()
    .min(1)
    .max(64)
    .default(() => Math.min(availableParallelism(), 4)),
  BOOKEND_PROXIES: yup.number().integer().min(0).max(10).default(0),
  BOOKEND_LEDGER_TREES: yup.number().integer().min(1).max(256).default(1),
  BOOKEND_LOG_LEVEL: yup.string().default('info'),
});

/**
 * Whose installation it is. The demo's organisation is nobody else's: in production nothing of it holds until it is said, here
 * or in Setup.
 */
const OWN = new Set([
  'BOOKEND_ORGANISATION',
  'BOOKEND_CONTACT',
  'BOOKEND_ADDRESS',
  'BOOKEND_ZONE',
  'BOOKEND_COUNTRY',
  'BOOKEND_OWN_DOMAINS',
  'BOOKEND_SMTP_URL',
]);

export type Config = yup.InferType<typeof schema> & {
  /** What the environment says of what can also be set in Setup: it wins over that. */
  given: Settings;
  /** What holds where nobody says it. */
  fallback: Settings;
};

/** The one place that reads the environment. @throws naming every variable that is wrong */
export function readConfig(env: NodeJS.ProcessEnv = process.env): Config {
  let config: yup.InferType<typeof schema>;
  try {
    config = schema.validateSync(env, { abortEarly: false, stripUnknown: true });
  } catch (error) {
    const wrong = error instanceof yup.ValidationError ? error.errors.join('; ') : String(error);
    throw new Error(`Bookend cannot start: ${wrong}. docs/configuration.md lists the variables.`, { cause: error });
  }
  if (!config.BOOKEND_KEY_FILE && !config.BOOKEND_KEYS)
    throw new Error(
      'Bookend cannot start: BOOKEND_KEY_FILE (or BOOKEND_KEYS with the text of one) is needed. docs/configuration.md lists the variables.',
    );
  if (config.BOOKEND_NOW && config.BOOKEND_MODE === 'production')
    throw new Error('BOOKEND_NOW moves the legal clock and is refused outside demo and test.');
  if (config.BOOKEND_MODE === 'production' && !env['BOOKEND_STORAGE']?.trim())
    throw new Error(
      'Bookend cannot start in production: BOOKEND_STORAGE is not set. docs/configuration.md lists the variables.',
    );
  const layers = layersOf(config, env);
  if (layers.given.country && !layers.given.authority && !authorityOf(layers.given.country))
    throw new Error(
      `Bookend cannot start: the supervisory authority of ${layers.given.country} is not known; set ` +
        `BOOKEND_AUTHORITY. docs/configuration.md lists the variables.`,
    );
  return { ...config, ...layers };
}

/** Apart: what the environment says, and what holds where it says nothing. */
function layersOf(config: yup.InferType<typeof schema>, env: NodeJS.ProcessEnv): Pick<Config, 'given' | 'fallback'> {
  const [given, fallback]: [Settings, Settings] = [{}, {}];
  for (const name of SETTING_NAMES) {
    const variable = SETTINGS[name].env;
    const value = variable ? config[variable] : undefined;
    if (!variable || value === undefined) continue;
    if (env[variable]?.trim()) given[name] = String(value);
    else if (config.BOOKEND_MODE !== 'production' || !OWN.has(variable)) fallback[name] = String(value);
  }
  return { given, fallback };
}
