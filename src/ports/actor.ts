import type { SystemId } from '../core/shared/ids';
import type { Role } from '../core/access/roles';

/** Who acts: a colleague, a machine with an API key, a person on a public page, or Bookend's own worker. */
export type Actor =
  | { kind: 'user'; id: string; name: string; roles: readonly Role[] }
  | { kind: 'machine'; id: string; systemId: SystemId; scopes: readonly string[] }
  | { kind: 'person'; id: 'public' }
  | { kind: 'worker'; id: 'worker' };

export const WORKER: Actor = { kind: 'worker', id: 'worker' };
export const PUBLIC: Actor = { kind: 'person', id: 'public' };
