import * as yup from 'yup';
import { validateWhole } from '../../core/shared/validateWhole';

/** One thing that is wrong with what was sent: where, and what would be accepted. Never what was sent. */
export interface BodyProblem {
  path: string;
  message: string;
}

interface Described {
  type: string;
  fields?: Record<string, Described>;
  innerType?: Described;
}

const MOST_PROBLEMS = 50;
/** One half of a pair that stands for one character. */
const HALF = /[\uD800-\uDBFF](?![\uDC00-\uDFFF])|(?<![\uD800-\uDBFF])[\uDC00-\uDFFF]/;
const MOST_DEPTH = 20;

/**
 * Checks a body by its schema. What the schema does not know is refused: a field that is spelled otherwise would else
 * be dropped in silence.
 *
 * @returns the value, or all that is wrong with it
 */
export function checkBody<S extends yup.Schema>(
  schema: S,
  json: unknown,
): { ok: true; value: yup.InferType<S> } | { ok: false; problems: BodyProblem[] } {
  const problems = [...unstorable(json, ''), ...unknownFields(schema.describe({ value: json }), json, '')];
  if (problems.length > 0) return { ok: false, problems: problems.slice(0, MOST_PROBLEMS) };
  try {
    return { ok: true, value: validateWhole(schema, json) };
  } catch (error) {
    if (!(error instanceof yup.ValidationError)) throw error;
    const inner = error.inner.length > 0 ? error.inner : [error];
    return {
      ok: false,
      problems: inner.slice(0, MOST_PROBLEMS).map((one) => ({ path: one.path ?? '', message: sayProblem(one) })),
    };
  }
}

/** Messages name the field and what is accepted; what was sent is not repeated. */
function sayProblem({ type, path, params, message }: yup.ValidationError): string {
  const name = path || 'the body';
  if (type === 'oneOf') return `${name} must be one of: ${String(params?.['values'])}`;
  if (type === 'typeError') return params?.['type'] ? `${name} must be ${String(params['type'])}` : message;
  return message;
}

function* unknownFields(description: Described, value: unknown, path: string): Generator<BodyProblem> {
  if (Array.isArray(value) && description.innerType)
    for (const [i, item] of value.entries()) yield* unknownFields(description.innerType, item, `${path}[${i}]`);
  if (!description.fields || typeof value !== 'object' || value === null || Array.isArray(value)) return;
  const known = description.fields;
  // An object of which nothing is said takes whatever it is given.
  if (Object.keys(known).length === 0) return;
  for (const key of Object.keys(value)) {
    const at = path ? `${path}.${key}` : key;
    if (Object.hasOwn(known, key)) yield* unknownFields(known[key]!, (value as Record<string, unknown>)[key], at);
    else
      yield {
        path: path || '',
        message: `${path || 'the body'} has a field that is not known here. Known are: ${Object.keys(known).join(', ')}`,
      };
  }
}

/** What no text may hold: NUL, half a character; and names by which JavaScript reaches into itself. */
function* unstorable(value: unknown, path: string, depth = 0): Generator<BodyProblem> {
  if (depth > MOST_DEPTH) return yield { path, message: `${path} is nested too deep` };
  if (typeof value === 'string') {
    if (value.includes('\0') || HALF.test(value))
      yield { path, message: `${path || 'the body'} holds a character that no text has` };
    return;
  }
  if (typeof value !== 'object' || value === null) return;
  for (const key of Object.keys(value)) {
    if (key === '__proto__' || key.includes('\0'))
      yield { path, message: `${path || 'the body'} has a field that is not known here` };
    else
      yield* unstorable(
        (value as Record<string, unknown>)[key],
        Array.isArray(value) ? `${path}[${key}]` : path ? `${path}.${key}` : key,
        depth + 1,
      );
  }
}
