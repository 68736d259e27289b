import { resolve, sep } from 'node:path';

const ADDRESSES = new Set(['url']);
const FOLDERS = new Set(['path', 'folder', 'drop']);
const USUAL_PORTS: Record<string, string> = { 'postgres:': '5432', 'postgresql:': '5432', 'https:': '443', 'http:': '80' };
/** What may stand behind the question mark of a database's address: others would lead elsewhere, or to files of this server. */
const HARMLESS = new Set(['sslmode', 'application_name']);

/**
 * Which connection settings lead to a place that Bookend was not allowed to go to: whoever adds a system does not thereby see this server's
 * files or what else is on its network.
 *
 * @param allowed folders as whole paths, hosts as `host` or `host:port`
 * @returns the settings and where they lead, in words
 */
export function outOfReach(settings: Readonly<Record<string, string>>, allowed: readonly string[]): Record<string, string> {
  return Object.fromEntries(Object.entries(settings).flatMap(([name, value]): [string, string][] => {
    if (ADDRESSES.has(name)) {
      const host = hostOf(value);
      return host !== null && (allowed.includes(host) || allowed.includes(host.replace(/:\d+$/, ''))) ? [] : [[name, host ?? 'this address']];
    }
    if (!FOLDERS.has(name)) return [];
    const path = resolve(value);
    return allowed.some((folder) => folder.startsWith('/') && (path === resolve(folder) || path.startsWith(resolve(folder) + sep))) ? [] : [[name, path]];
  }));
}

/** `host:port` of an address; null where it has none, or leads there in a roundabout way. */
function hostOf(address: string): string | null {
  let url: URL;
  try {
    url = new URL(address);
  } catch {
    return null;
  }
  if (url.hostname === '' || [...url.searchParams.keys()].some((name) => !HARMLESS.has(name))) return null;
  return `${url.hostname.toLowerCase()}:${url.port || USUAL_PORTS[url.protocol]}`;
}
