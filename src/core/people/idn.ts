/**
 * The ASCII form of a domain. The WHATWG parser knows IDNA; where the domain is no host name, null.
 *
 * @example domainToAscii('bücher.example') // 'xn--bcher-kva.example'
 */
export function domainToAscii(domain: string): string | null {
  try {
    const host = new URL(`http://${domain}`).hostname;
    return host.includes('.') && !/[^a-z0-9.-]/.test(host) ? host : null;
  } catch {
    return null;
  }
}
