/**
 * The colleagues a note names, written as @ and the given or the full name.
 *
 * @example mentionedIn('@Mikkel, please look', [{ id: 'usr_1', name: 'Mikkel Krogh' }]) // [{ id: 'usr_1', … }]
 */
export function mentionedIn<U extends { name: string }>(text: string, users: readonly U[]): U[] {
  const words = text.toLocaleLowerCase();
  const isNamed = (name: string) => {
    const at = words.indexOf(`@${name.toLocaleLowerCase()}`);
    return at >= 0 && !/[\p{L}\p{N}]/u.test(words[at + name.length + 1] ?? '');
  };
  // A given name that two colleagues share points at neither: the full name has to be written.
  const given = (user: U) => user.name.split(' ')[0]!;
  return users.filter(
    (user) =>
      isNamed(user.name) ||
      (isNamed(given(user)) && users.filter((other) => given(other) === given(user)).length === 1),
  );
}
