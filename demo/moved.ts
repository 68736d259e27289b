import { listSites, setSite } from '../src/db/sites/sites';
import { listSystems, setSystem } from '../src/db/systems/systems';
import type { Context } from '../src/usecases/shared/context';

/** The ports of the outside world may be others than at the last start, where something else has taken them: what was kept of them is brought up to date. */
export async function bringAddresses(
  ctx: Context,
  settings: { shopUrl: string; signInUrl: string; newsletterUrl: string; sitePort: string },
): Promise<void> {
  const now: Record<string, Record<string, string>> = {
    sys_shop: { url: settings.shopUrl, signInUrl: settings.signInUrl },
    sys_newsletter: { url: settings.newsletterUrl },
  };
  await ctx.transaction(async (h) => {
    for (const { id, origins, held } of await listSites(h)) {
      const moved = (text: string) => text.replace(/localhost:\d+/, `localhost:${settings.sitePort}`);
      await setSite(h, id, {
        origins: origins.map(moved),
        held: held.map((rule) => ({ ...rule, part: moved(rule.part) })),
      });
    }
    for (const { id, connection_sealed } of await listSystems(h)) {
      if (!now[id] || !connection_sealed) continue;
      const kept = JSON.parse(ctx.keys.unsealOwn(connection_sealed, `connection:${id}`)) as Record<string, string>;
      if (Object.entries(now[id]).some(([name, value]) => kept[name] !== value))
        await setSystem(h, id, {
          connection_sealed: ctx.keys.sealOwn(JSON.stringify({ ...kept, ...now[id] }), `connection:${id}`),
        });
    }
  });
}
