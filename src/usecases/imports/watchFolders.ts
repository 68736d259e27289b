import type { SystemId } from '../../core/shared/ids';
import { Readable } from 'node:stream';
import { listSystems } from '../../db/systems/systems';
import type { FolderFile } from '../../ports/folders';
import type { Context } from '../shared/context';
import { noteKept, noteWaiting } from '../health/arrivals';
import { connectionOfSystem } from '../systems/openConnector';
import { uploadImport } from './uploadImport';

/**
 * Looks into the folders where sources drop their files and takes in what it has not seen: by its sum, so that a file that
 * was renamed or dropped again is no new one. The folder is the source's; nothing in it is moved or deleted.
 *
 * @param seen files this process has kept already, so that they are not read again and again
 * @returns how many files were taken in, which were refused and why, and how many wait because something is away
 */
export async function watchFolders(
  ctx: Context,
  seen: Set<string> = new Set(),
): Promise<{ taken: number; refused: { system: string; file: string; code: string }[]; waiting: number }> {
  const systems = await ctx.transaction(listSystems);
  const result: Awaited<ReturnType<typeof watchFolders>> = { taken: 0, refused: [], waiting: 0 };
  for (const system of systems) {
    const folder = connectionOfSystem(ctx, system)?.['drop'];
    if (!folder) continue;
    const about = (key: string, state: 'waiting' | 'unreadable') => ({
      kind: 'file' as const,
      source: system.id,
      key: `${system.id} ${key}`,
      state,
    });
    try {
      const files = await ctx.folders.list(folder, /\.(csv|ndjson|xlsx)$/i);
      await noteKept(ctx, 'file', `${system.id} the folder`);
      for (const file of files) await take(system.id, folder, file, about);
    } catch (error) {
      result.waiting++;
      await noteWaiting(ctx, about('the folder', 'waiting'), error);
    }
  }
  return result;

  /** A file counts as seen only once it is kept, or refused and shown as that. */
  async function take(
    systemId: SystemId,
    folder: string,
    file: FolderFile,
    about: (key: string, state: 'waiting' | 'unreadable') => Parameters<typeof noteWaiting>[1],
  ): Promise<void> {
    const look = `${systemId} ${file.name} ${file.bytes} ${file.changedAt}`;
    if (seen.has(look)) return;
    try {
      const content: Readable = ctx.folders.read(folder, file.name);
      const uploaded = await uploadImport(ctx, { systemId, fileName: file.name, content, way: 'folder', runNow: true });
      if (!uploaded.ok) {
        result.refused.push({ system: systemId, file: file.name, code: uploaded.refusal.code });
        await noteWaiting(
          ctx,
          about(file.name, 'unreadable'),
          Object.assign(new Error('refused'), { code: uploaded.refusal.code }),
        );
      } else {
        if (uploaded.value.id) result.taken++;
        await noteKept(ctx, 'file', `${systemId} ${file.name}`);
      }
      seen.add(look);
    } catch (error) {
      result.waiting++;
      await noteWaiting(ctx, about(file.name, 'waiting'), error);
    }
  }
}
