import type { Holds } from '../../core/systems/fieldHolds';
import type { RegisterEntry } from '../../core/packs/cover';
import type { ReferenceEnds, ReferenceMeaning } from '../../core/systems/references';
import type { InactiveRule, Reached } from '../../core/systems/views';
import type { FieldRole } from '../../core/systems/fieldRoles';
import type { ActionResult } from '../shared/actionResult';

/** What can be done on the sheet of a system. */
export interface SystemActions {
  reach: (id: string) => Promise<ActionResult<Reached>>;
  changeConnection: (id: string, settings: Record<string, string>) => Promise<ActionResult<Reached>>;
  readFields: (id: string) => Promise<ActionResult<{ collections: number; fields: number; references: number }>>;
  confirmFields: (
    system: string,
    collection: string,
    holds: Record<string, Holds | null>,
    roles: Record<string, FieldRole>,
  ) => Promise<ActionResult<{ confirmed: number }>>;
  confirmReferences: (
    system: string,
    references: readonly (ReferenceEnds & { meaning: ReferenceMeaning })[],
  ) => Promise<ActionResult<{ confirmed: number }>>;
  takeBackReference: (system: string, ends: ReferenceEnds) => Promise<ActionResult<null>>;
  changeRegister: (entry: RegisterEntry) => Promise<ActionResult<null>>;
  changeSearching: (input: {
    system: string;
    isTraced: boolean;
    searchesInactive: boolean;
    inactive: InactiveRule | null;
  }) => Promise<ActionResult<null>>;
}
