import type { DraftPlace, RetentionDraft } from './drafts';
import type { Duty } from './duties';

export interface RetentionView {
  rules: {
    id: string;
    place: string;
    from: string;
    period: string;
    law: string;
    states: string | null;
  }[];
  /** What is not finished, and stays until it is. */
  open: { systemId: string; collection: string; field: string; place: string; states: string }[];
  systems: { id: string; name: string; collections: { name: string; fields: string[] }[] }[];
  /** Usual ones of where the organisation is established. */
  duties: Duty[];
  /** What was taken over and keeps nothing yet: its records have to be named, or it is struck. */
  drafts: (RetentionDraft & { place: DraftPlace | null })[];
  mayChange: boolean;
}
