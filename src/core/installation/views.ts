import type { Origin, Section, SettingName } from './settings';
import type { Step } from './steps';

export interface SettingView {
  name: SettingName;
  label: string;
  /** Empty for a secret: it is never shown. */
  value: string;
  from: Origin;
  /** The variable that says it, where the environment does. */
  env: string | null;
  isSecret: boolean;
  /** A secret is kept. */
  isKept: boolean;
}

export interface SectionView {
  section: Section;
  settings: SettingView[];
  mayChange: boolean;
  /** When somebody said that it works; null: nobody did since it was set. */
  provenAt: string | null;
  /** A message with a word is on its way. */
  isBeingProven: boolean;
  history: SettingsChange[];
}

export interface SettingsChange {
  by: string;
  at: string;
  /** What was said before, and since: by label. */
  changed: { label: string; before: string; after: string }[];
}

export interface StepsView {
  steps: Step[];
  done: number;
  /** Needed ones that are open. */
  needed: number;
}

/** An example that can be taken over. */
export interface ExampleView {
  purposes: { id: string; kind: string; title: string; plain: string }[];
  asks: { id: string; place: string; words: string }[];
  notice: string;
  /** What has to stay; each is told later in which system its records lie. */
  kept: { what: string; law: string; years: number }[];
  /** How many letters have a template from the beginning. */
  letters: number;
  /** Nothing was said yet, so that it can be taken over. */
  mayTake: boolean;
}
