/** What a value that somebody types looks like. */
export type Looks = 'email' | 'phone' | 'customer-number' | 'nothing';

export function looksLike(value: string): Looks {
  const text = value.trim();
  if (/^[^\s@]+@[^\s@]+\.[^\s@]+$/.test(text)) return 'email';
  if (/^(\+|00)[\d\s()./-]{6,}$/.test(text)) return 'phone';
  if (/^[\d\s()./-]+$/.test(text)) return text.replace(/\D/g, '').length >= 3 ? 'customer-number' : 'nothing';
  return text.includes('@') || text.length < 3 ? 'nothing' : 'customer-number';
}

/**
 * Whether a value can be of the kind that it was typed for. Digits alone can be a telephone's or a card's; an address
 * can only be an address: taken for a number it would begin a person who is nobody.
 *
 * @returns null where it fits, else what it looks like
 * @example otherKind('customer-number', 'anna@mail.example') // 'email'
 */
export function otherKind(kind: string, value: string): Looks | null {
  const looks = looksLike(value);
  if (kind === 'email') return looks === 'email' ? null : looks;
  if (kind === 'phone')
    return looks === 'phone' || (looks === 'customer-number' && !/[^\d\s()./-]/.test(value.trim())) ? null : looks;
  if (kind === 'customer-number') return looks === 'customer-number' ? null : looks;
  return null;
}
