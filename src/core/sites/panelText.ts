/** What a panel says by itself, beside the words of its ask and of its purposes. */
export interface PanelWords {
  label: string;
  yes: string;
  no: string;
  choose: string;
  save: string;
  back: string;
  always: string;
  /** The browser’s signal is obeyed. */
  signal: string;
  /** A way to say no to sale and sharing, where the law asks for one. */
  doNotSell: string;
  held: string;
  once: string;
}

export const PANEL_KEYS = [
  'label',
  'yes',
  'no',
  'choose',
  'save',
  'back',
  'always',
  'signal',
  'doNotSell',
  'held',
  'once',
] as const satisfies readonly (keyof PanelWords)[];
