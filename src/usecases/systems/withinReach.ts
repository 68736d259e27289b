import { sep } from 'node:path';
import type { Folders } from '../../ports/folders';

const ADDRESSES = new Set(['url', 'oauthUrl']);
/** A host by itself: its port stands beside it. */
const HOSTS = new Set(['host']);
const FOLDERS = new Set(['path', 'folder', 'drop']);
const USUAL_PORTS: Record<string, string> = {
  'postgres:': '5432',
  'postgresql:': '5432',
  'mysql:': '3306',
  'mariadb:': '3306',
  'https:': '443',
  'http:': '80',
  'ldap:': '389',
  'ldaps:': '636',
};
/** What may stand behind the question mark of a database's address: others would lead elsewhere, or to files of this server. */
const HARMLESS = new Set(['sslmode', 'ssl', 'application_name']);

/**
 * Which connection settings lead to a place that Bookend was not allowed to go to: whoever adds a system does not thereby see this server's
 * files or what else is on its network.
 *
 * @param allowed folders as whole paths, hosts as `host` or `host:port`
 * @param real where a path really leads: a link inside of what is allowed may lead out of it
 * @returns the settings and where they lead, in words
 */
export async function outOfReach(
  settings: Readonly<Record<string, string>>,
  allowed: readonly string[],
  real: Folders['real'],
): Promise<Record<string, string>> {
  const wrong: Record<string, string> = {};
  const folders = await Promise.all(allowed.filter((place) => place.startsWith('/')).map(real));
  for (const [name, value] of Object.entries(settings)) {
    if (ADDRESSES.has(name)) {
      const host = hostOf(value);
      if (host === null || !(allowed.includes(host) || allowed.includes(host.replace(/:\d+$/, ''))))
        wrong[name] = host ?? 'this address';
    } else if (HOSTS.has(name)) {
      const host = value.toLowerCase();
      const port = settings['port'] || (settings['security'] === 'tls' || !settings['security'] ? '993' : '143');
      if (!allowed.includes(host) && !allowed.includes(`${host}:${port}`)) wrong[name] = `${host}:${port}`;
    } else if (FOLDERS.has(name)) {
      const path = await real(value);
      if (!folders.some((folder) => path === folder || path.startsWith(folder + sep))) wrong[name] = path;
    }
  }
  return wrong;
}

/** Whether settings lead to another place than before: a secret that was given for one must not be sent to another. */
export function leadsElsewhere(
  given: Readonly<Record<string, string>>,
  kept: Readonly<Record<string, string>>,
): boolean {
  return Object.keys(given).some((name) => {
    const value = given[name]?.trim();
    if (!value || kept[name] === undefined) return false;
    if (ADDRESSES.has(name)) return hostOf(value) !== hostOf(kept[name]);
    if (HOSTS.has(name)) return value.toLowerCase() !== kept[name].toLowerCase();
    return name === 'signInUrl' && originOf(value) !== originOf(kept[name]);
  });
}

function originOf(address: string): string | null {
  try {
    return new URL(address).origin;
  } catch {
    return null;
  }
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
