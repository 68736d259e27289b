/**
 * A code as words: what stands in a table or an address is not what a person reads.
 *
 * @example spellOut('counter-staff') // 'counter staff'
 */
export const spellOut = (code: string): string => code.replace(/[-_]/g, ' ');
