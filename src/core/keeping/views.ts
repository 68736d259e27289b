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
  systems: { id: string; name: string; collections: { name: string; fields: string[] }[] }[];
  /** Usual ones of where the organisation is established. */
  duties: Duty[];
  mayChange: boolean;
}
