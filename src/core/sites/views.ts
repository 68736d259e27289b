import type { PanelRules } from './plan';
import type { PanelWords } from './panelText';
import type { Position } from './schema';

export interface SiteLine {
  id: string;
  name: string;
  origins: string[];
  ask: string;
  /** Of its ask, in force now; null: none is, so that no panel is shown. */
  version: number | null;
  isClosed: boolean;
  /** Answers of the last week. */
  answers: number;
}

export interface SitesView {
  sites: SiteLine[];
  /** Asks of which a panel may be made, with the purposes of each. */
  asks: { id: string; purposes: string[] }[];
  purposes: string[];
  mayChange: boolean;
}

export interface SiteView extends SiteLine {
  position: Position;
  /** As they are written in their fields. */
  switches: string;
  held: string;
  /** The line that goes into each page, before everything else. */
  script: string;
  counts: SiteCount[];
  mayChange: boolean;
  asks: string[];
}

/** What a panel was answered on a day: nothing of who. */
export interface SiteCount {
  day: string;
  version: number;
  language: string;
  place: string;
  shown: number;
  yes: number;
  no: number;
  part: number;
}

export interface PanelText {
  title: string;
  plain: string;
  /** Who gets it and how long it stays, where the register says so. */
  who: string;
}

export interface PanelLanguage {
  /** The words of the ask. */
  question: string;
  isRightToLeft: boolean;
  words: PanelWords;
  purposes: Record<string, PanelText>;
}

/** All that the script of a site knows, as it comes with it. */
export interface PanelConfig {
  site: string;
  rules: PanelRules;
  /** Whether the browser’s signal binds where the visitor is; the browser says it by itself too. */
  gpcBinds: boolean;
  namesSale: boolean;
  position: Position;
  /** Where answers go. */
  address: string;
  /** Somebody looks how it is: nothing is sent. */
  isTrying: boolean;
  languages: Record<string, PanelLanguage>;
}
