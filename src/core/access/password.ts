/**
 * Whether a password is little more than the name or the address of whose it is.
 *
 * @example isNamed('dorthe.lund2026', { name: 'Dorthe Lund', email: 'dorthe@thornbury.example' }) // true
 */
export function isNamed(password: string, { name, email }: { name: string; email: string }): boolean {
  const letters = (text: string) => text.toLowerCase().replace(/[^\p{L}]/gu, '');
  const said = letters(password);
  const own = [letters(email.split('@')[0]!), letters(name)].filter((word) => word.length > 2);
  // What is left of it once the names are taken away has to be a password's worth by itself.
  return own.some((word) => said.includes(word) && password.length - word.length < 8);
}
