/**
 * An e-mail address with its local part hidden but for the first letter. @example maskEmail('mette@mail.example') //
 * 'm••••@mail.example'
 */
export function maskEmail(value: string): string {
  const at = value.lastIndexOf('@');
  return at < 1 ? maskWhole(value) : `${value[0]}••••${value.slice(at)}`;
}

/**
 * The last `keep` characters stay; digits keep their shape. @example maskLast('+45 00 12 34 56', 2) // '+•• •• •• ••
 * 56'
 */
export function maskLast(value: string, keep: number): string {
  return value.slice(0, -keep).replace(/[\p{L}\p{N}]/gu, '•') + value.slice(-keep);
}

export function maskWhole(value: string): string {
  return value.replace(/[^\s]/gu, '•');
}

/** A name as its initials. @example maskName('Mette Holmgaard') // 'M. H.' */
export function maskName(value: string): string {
  return value
    .split(/\s+/)
    .filter(Boolean)
    .map((part) => `${part[0]!.toUpperCase()}.`)
    .join(' ');
}

export function maskIdentifier(kind: string, value: string): string {
  if (kind === 'email') return maskEmail(value);
  if (kind === 'phone' || kind === 'customer-number') return maskLast(value, 2);
  return maskWhole(value);
}
