import type { RunView } from '../runs/views';
import type { Finding } from './findings';
import type { Device } from './figures';
import type { LiveState } from './live';
import type { TrackerWords } from './trackerWords';
import type { Phase, TrackerKind } from './trackers';
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
  live: LiveState;
  mayChange: boolean;
  asks: string[];
}

/** What a panel was answered on a day: nothing of who. */
export interface SiteCount {
  day: string;
  version: number;
  language: string;
  place: string;
  device: Device;
  shown: number;
  yes: number;
  no: number;
  part: number;
  withdrawn: number;
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

/** Something that a scan saw. */
export interface ScanTracker {
  key: string;
  kind: TrackerKind;
  host: string;
  name: string;
  by: string | null;
  livesDays: number | null;
  phases: Phase[];
  /** Looks at pages on which it was seen. */
  pages: number;
  firstUrl: string;
  /** Null: nobody has said whose it is. */
  words: TrackerWords | null;
  findings: Finding[];
  /** The scan before did not see it. */
  isNew: boolean;
}

export interface ScanView {
  id: string;
  name: string;
  /** The newest scan, whether it runs or has ended. */
  run: RunView | null;
  /** When the scan ended whose sightings are shown; null: none has. */
  scannedAt: string | null;
  /** It took too long, so that pages were left. */
  wasCut: boolean;
  pages: number;
  failed: { url: string; fault: string }[];
  trackers: ScanTracker[];
  /** What the scan before saw and this one did not. */
  gone: string[];
  plan: { everyDays: number | null; pages: number; signInUrl: string; user: string; hasPassword: boolean };
  mayChange: boolean;
}

/** What a site keeps and calls, in the words of its visitors. */
export interface TrackerList {
  language: string;
  title: string;
  seenOn: string;
  nothing: string;
  columns: { what: string; whose: string; why: string; howLong: string };
  rows: { what: string; whose: string; why: string; howLong: string }[];
}
