import type { RequestRef } from '../shared/ids';
// What use cases give and pages show: written once, between the two.

/** A helper task as its owner sees it. */
export interface TaskView {
  ref: RequestRef;
  kind: 'search' | 'erase';
  system: string;
  what: string;
  dueOn: string;
  uploads: number;
}
