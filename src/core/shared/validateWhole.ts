import * as yup from 'yup';

interface Described {
  type: string;
  fields?: Record<string, Described>;
  innerType?: Described;
}

/**
 * A value by its schema. Where a text is wanted and something stands that is none, such as an object, that is a wrong value like any other;
 * the schema's own transforms would break on it.
 *
 * @throws yup.ValidationError with every problem
 */
export function validateWhole<S extends yup.Schema>(
  schema: S,
  value: unknown,
  options: { stripUnknown?: boolean } = {},
): yup.InferType<S> {
  const wrong = [...wrongKinds(schema.describe({ value }), value, '')];
  if (wrong.length > 0) throw new yup.ValidationError(wrong);
  return schema.validateSync(value, { abortEarly: false, ...options });
}

function* wrongKinds(described: Described, value: unknown, path: string): Generator<yup.ValidationError> {
  const said = path || 'the body';
  const wrong = (kind: string) => new yup.ValidationError(`${said} must be ${kind}`, null, path, 'typeError');
  if (value === null || value === undefined) return;
  if (described.type === 'string' && typeof value === 'object') yield wrong('a text');
  else if (described.type === 'array' && !Array.isArray(value)) yield wrong('a list');
  else if (described.type === 'object' && (typeof value !== 'object' || Array.isArray(value))) yield wrong('an object');
  else if (Array.isArray(value)) {
    if (described.innerType)
      for (const [i, item] of value.entries()) yield* wrongKinds(described.innerType, item, `${path}[${i}]`);
  } else if (described.fields && typeof value === 'object') {
    for (const [name, field] of Object.entries(described.fields))
      if (Object.hasOwn(value, name))
        yield* wrongKinds(field, (value as Record<string, unknown>)[name], path ? `${path}.${name}` : name);
  }
}
