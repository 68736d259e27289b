import type { Language } from '../letters/mailings';

/** The same in every language that we speak. */
export type Said = Readonly<Record<Language, string>>;

export const said = (en: string, da: string, de: string, nl: string): Said => ({ en, da, de, nl });
