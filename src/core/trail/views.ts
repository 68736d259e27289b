/** One entry of the trail, as it is read: instants in ISO, names for colleagues, details opened for whoever may read them. */
export interface TrailLine {
  seq: number;
  at: string;
  actor: string;
  act: string;
  /** As it is filtered by. */
  subject: string | null;
  /** The same as it is called. */
  about: string | null;
  details: string | null;
  /** How often the same was looked at within ten minutes. */
  times: number;
}

export interface TrailPage {
  lines: TrailLine[];
  /** Where the older ones begin, or null. */
  next: number | null;
  /** Whether each entry of this month follows from the one before. */
  isChainGood: boolean;
}
