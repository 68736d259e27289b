import type { SystemId } from '../../core/shared/ids';
import { firstShape, sealedAs } from '../keys/sealedValue';

/** How a system is reached, with its secrets, under the installation's own key. */
export const connection = sealedAs(
  firstShape<Record<string, string>>(),
  'systems.connection_sealed',
  (systemId: SystemId) => `connection:${systemId}`,
);
