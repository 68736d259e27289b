import { sealedText } from './sealedValue';

/** Why a copy of the keys was asked for: it names nobody, and is under the installation's own key. */
export const exportReason = sealedText('key_exports.reason_sealed', (exportId: string) => exportId);
