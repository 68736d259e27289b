/** As colleagues call them. */
export const LANGUAGE_NAMES: Readonly<Record<string, string>> = {
  en: 'English',
  da: 'Danish',
  de: 'German',
  nl: 'Dutch',
};
