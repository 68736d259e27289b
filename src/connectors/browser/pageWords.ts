// What is asked of a page, as text that runs there: it must need nothing but itself.

/** What a frame keeps on the device. */
export const KEPT = `(async () => {
  const names = (store) => { try { return Object.keys(store()).slice(0, 500); } catch { return []; } };
  const list = async (work) => { try { return await work(); } catch { return []; } };
  return {
    local: names(() => localStorage),
    session: names(() => sessionStorage),
    databases: await list(async () => (await indexedDB.databases()).map(({ name }) => name ?? '')),
    caches: await list(() => caches.keys()),
    workers: await list(async () =>
      (await navigator.serviceWorker.getRegistrations()).flatMap(({ active, installing, waiting }) =>
        [active ?? waiting ?? installing].filter(Boolean).map(({ scriptURL }) => scriptURL))),
    windowName: window.name,
  };
})()`;

/** Links, and what is called by the mark-up without a script. */
export const MARKUP = `(() => {
  const whole = (address) => { try { return new URL(address, document.baseURI).href; } catch { return ''; } };
  const quiet = [...document.querySelectorAll('noscript')].flatMap((one) =>
    [...one.textContent.matchAll(/<(?:img|iframe)[^>]+?src\\s*=\\s*["']?([^"'\\s>]+)/gi)].map(([, address]) => whole(address)));
  const all = (what, of) => [...document.querySelectorAll(what)].slice(0, 2000).map(of);
  return {
    links: all('a[href], area[href]', (one) => one.href).map(String),
    quiet,
    preconnects: all('link[rel~=preconnect], link[rel~=dns-prefetch]', (one) => one.href),
    pings: all('a[ping]', (one) => one.getAttribute('ping')).flatMap((list) => list.split(/\\s+/)).map(whole),
  };
})()`;

/** How the panel of a site stands. @param site its short name */
export const panelState = (site: string): string => `(() => {
  const config = self.bookendPanel, api = self.bookend;
  if (!config || !api || config.site !== ${JSON.stringify(site)}) return null;
  const slip = document.querySelector('[data-bookend]')?.shadowRoot?.querySelector('[role=region]');
  return {
    isAsking: Boolean(slip && !slip.hidden),
    language: slip?.lang || null,
    permitted: config.rules.purposes.map(({ id }) => id).filter((id) => api.permits(id)),
    switches: api.switches(),
    held: [...document.querySelectorAll('[data-needs]')].map((one) => ({
      address: one.getAttribute('data-src') ?? one.getAttribute('src') ?? one.tagName.toLowerCase(),
      needs: one.getAttribute('data-needs').split(/[\\s,]+/).filter(Boolean),
    })),
  };
})()`;

/** Presses what a visitor would press. @returns whether it was there */
export const press = (act: string): string => `(() => {
  const button = document.querySelector('[data-bookend]')?.shadowRoot?.querySelector('button[data-act=${act}]');
  button?.click();
  return Boolean(button);
})()`;

/** Ticks these purposes and no others. */
export const tick = (yes: readonly string[]): string => `(() => {
  for (const one of document.querySelector('[data-bookend]').shadowRoot.querySelectorAll('input[type=checkbox]'))
    if (one.checked !== ${JSON.stringify(yes)}.includes(one.value)) one.click();
})()`;

/** Down the page as somebody reads it, so that what waits for that comes. */
export const SCROLL = `(async () => {
  const step = Math.max(400, innerHeight * 0.8);
  for (let y = 0, n = 0; y < document.documentElement.scrollHeight && n < 25; y += step, n++) {
    scrollTo(0, y);
    await new Promise((resolve) => setTimeout(resolve, 30));
  }
  scrollTo(0, 0);
})()`;

/** As if somebody left: what is sent then would be lost to whoever watches when they really leave. */
export const LEAVE = `(() => {
  Object.defineProperty(document, 'visibilityState', { get: () => 'hidden', configurable: true });
  document.dispatchEvent(new Event('visibilitychange', { bubbles: true }));
  for (const name of ['pagehide', 'unload']) dispatchEvent(new PageTransitionEvent(name, { persisted: false }));
})()`;

/** Marks fields that can be written into, and says how many there are. */
export const FIELDS = `(() => {
  const kinds = ['text', 'email', 'tel', 'search', 'password', 'url'];
  const fields = [...document.querySelectorAll('input, textarea')].filter((one) =>
    (one.tagName === 'TEXTAREA' || kinds.includes(one.type)) && !one.disabled && !one.readOnly && one.getClientRects().length > 0);
  fields.slice(0, 8).forEach((one, i) => one.setAttribute('data-scan-field', i));
  return fields.slice(0, 8).map(({ type }) => type);
})()`;
