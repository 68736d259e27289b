// Where a thread of the pool begins: threads do not inherit the loader that reads TypeScript.
import { register } from 'tsx/esm/api';

register();
const { checkAudiencePart, checkFolios, rebuildRange } = await import('./ledgerThread.ts');

export { checkAudiencePart, checkFolios, rebuildRange };
