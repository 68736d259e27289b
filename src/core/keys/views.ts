import type { RunView } from '../runs/views';
// What use cases give and pages show: written once, between the two.

export interface KeysView {
  newest: number;
  versions: { version: number; keys: number; destroyed: number }[];
  rotation: RunView | null;
  exports: { id: string; reason: string; askedBy: string; isOwn: boolean; approvedBy: string | null }[];
  mayChange: boolean;
}
