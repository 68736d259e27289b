import type { Holds } from './fieldHolds';

/**
 * A name alone says little: products and groups have a name too. It counts only beside another sign of a person.
 *
 * @param isSure whether what a field holds was told from its values
 */
export function withoutLoneNames<T extends { name: string; holds: Holds | null }>(
  fields: readonly T[],
  isSure: (field: T) => boolean = () => false,
): T[] {
  const others = fields.some(
    (field) => field.holds !== null && !['full-name', 'country', 'free-text'].includes(field.holds),
  );
  const isLone = (field: T) => field.holds === 'full-name' && field.name === 'name' && !isSure(field);
  return others ? [...fields] : fields.map((field) => (isLone(field) ? { ...field, holds: null } : field));
}
