import type { Schema, SchemaDescription, SchemaFieldDescription } from 'yup';

interface Described extends SchemaDescription {
  fields?: Record<string, SchemaFieldDescription>;
  innerType?: SchemaFieldDescription;
}

/** A Yup schema as JSON Schema, as far as the API uses it. */
export function toJsonSchema(schema: Schema): Record<string, unknown> {
  return convert(schema.describe());
}

function convert(description: Described): Record<string, unknown> {
  const type = description.nullable ? [jsonType(description.type), 'null'] : jsonType(description.type);
  const known = description.oneOf.filter((value) => typeof value === 'string');
  const base = { type, ...(known.length > 0 ? { enum: known } : {}) };
  if (description.fields) {
    const fields = Object.entries(description.fields) as [string, Described][];
    return {
      ...base,
      properties: Object.fromEntries(fields.map(([name, field]) => [name, convert(field)])),
      required: fields.filter(([, field]) => !field.optional).map(([name]) => name),
    };
  }
  if (description.innerType) return { ...base, items: convert(description.innerType as Described) };
  return base;
}

function jsonType(type: string): string {
  return type === 'mixed' ? 'object' : type;
}
