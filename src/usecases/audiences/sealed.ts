import type { AudienceId } from '../../core/shared/ids';
import { sealedText } from '../keys/sealedValue';

/** The name of a list, under the list's own key. */
export const audienceName = sealedText('audiences.name_sealed', (audienceId: AudienceId) => audienceId);
