import { Readable } from 'node:stream';
import { listSystems } from '../../db/systems/systems';
import type { Context } from '../context';
import { connectionOfSystem } from '../systems/openConnector';
import { uploadImport } from './uploadImport';

/**
 * Looks into the folders where sources drop their files and takes in what it has not seen: by its sum, so that a file that
 * was renamed or dropped again is no new one. The folder is the source's; nothing in it is moved or deleted.
 *
 * @param seen files this process has looked at already, so that they are not read again and again
 * @returns how many files were taken in, and which were refused and why
 */
export async function watchFolders(ctx: Context, seen: Set<string> = new Set()): Promise<{ taken: number; refused: { system: string; file: string; code: string }[] }> {
  const systems = await ctx.transaction(listSystems);
  const result: Awaited<ReturnType<typeof watchFolders>> = { taken: 0, refused: [] };
  for (const system of systems) {
    const folder = connectionOfSystem(ctx, system)?.['drop'];
    if (!folder) continue;
    for (const file of await ctx.folders.list(folder, /\.(csv|ndjson|xlsx)$/i)) {
      const look = `${system.id} ${file.name} ${file.bytes} ${file.changedAt}`;
      if (seen.has(look)) continue;
      seen.add(look);
      const content: Readable = ctx.folders.read(folder, file.name);
      const uploaded = await uploadImport(ctx, { systemId: system.id, fileName: file.name, content, way: 'folder', runNow: true });
      if (!uploaded.ok) result.refused.push({ system: system.id, file: file.name, code: uploaded.refusal.code });
      else if (uploaded.value.id) result.taken++;
    }
  }
  return result;
}
