/** Where a browser's opt-out signal binds. Source: Civ. Code 1798.135(e), 11 CCR 7025; C.R.S. 6-1-1306; Conn. 42-520; Tex. 541.055; Mont. 30-14-2812; ORS 646A.578. */
const BINDING = new Set(['US-CA', 'US-CO', 'US-CT', 'US-TX', 'US-MT', 'US-OR']);

/** An unknown place, or a country of which the state is not known, is read restrictively: it binds. */
export function gpcBinds(country: string | null): boolean {
  return country === null || country === 'US' || BINDING.has(country);
}
