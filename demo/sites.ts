import { addSite } from '../src/usecases/sites/sites';
import type { Context } from '../src/usecases/shared/context';

/** The sites of Larkmere and of its club, as the supervisor set them up. @param port of the stand-in that serves them */
export async function addSites(supervisor: Context, port: string): Promise<void> {
  for (const [id, name] of [
    ['shop', 'Web shop’s pages'],
    ['tours', 'Pages of the tours'],
    ['club', 'Pages of the club'],
  ] as const) {
    const result = await addSite(supervisor, {
      id,
      name,
      origins: `http://${id}.localhost:${port}`,
      ask: 'shop-panel',
      position: 'bottom',
      switches: 'counting: visits\nembedding: embedded\nadvertising: ad-partners',
      held: `ads.localhost:${port}/: ad-partners`,
    });
    if (!result.ok) throw new Error(`the site ${id} could not be added: ${result.refusal.code}`);
  }
}
