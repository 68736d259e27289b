import type { PanelConfig } from '../../core/sites/views';
import type { SiteApi } from './panelMain';

// A strip at the top of a page that is tried: what is permitted, waits, is kept and called, as it is clicked. Nobody sees it who does
// not try the page by a link of Bookend.

const EVERY_MS = 500;
const STYLE =
  'all:initial;position:fixed;z-index:2147483647;inset:0 0 auto 0;max-height:45vh;overflow:auto;background:#1f2426;color:#fffdf8;' +
  'font:13px/1.5 ui-monospace,monospace;padding:8px 14px;display:block;white-space:pre-wrap';

function lines(api: SiteApi, config: PanelConfig): string[] {
  const held = [...document.querySelectorAll('[data-needs]')].map((one) => {
    const address = one.getAttribute('data-src') ?? one.getAttribute('src') ?? one.tagName.toLowerCase();
    return `${address.replace(/[?#].*$/, '')} (${one.getAttribute('data-needs') ?? ''})`;
  });
  const hosts = new Set(performance.getEntriesByType('resource').map(({ name }) => new URL(name, location.href).host));
  const list = (names: Iterable<string>) => [...names].sort().join(', ') || '–';
  const names = (all: Storage) => Object.keys(all);
  const kept = () => {
    try {
      return list([...names(localStorage), ...names(sessionStorage)]);
    } catch {
      return 'storage is off';
    }
  };
  const switches = Object.entries(api.switches()).map(([name, isOn]) => `${name} ${isOn ? 'on' : 'off'}`);
  return [
    `Tried as a fresh visitor. Nothing is recorded.${config.rules.gpc ? ' The browser says no to sale (GPC).' : ''}`,
    `permitted  ${list(config.rules.purposes.map(({ id }) => id).filter((id) => api.permits(id)))}`,
    `switches   ${list(switches)}`,
    `waits      ${list(held)}`,
    `cookies    ${list(
      document.cookie
        .split(/;\s*/)
        .map((one) => one.split('=')[0]!)
        .filter(Boolean),
    )}`,
    `storage    ${kept()}`,
    `called     ${list(hosts)}`,
  ];
}

function begin(config: PanelConfig, api: SiteApi): void {
  const strip = document.createElement('output');
  strip.setAttribute('data-bookend-live', '');
  strip.style.cssText = STYLE;
  const show = () => {
    if (!strip.isConnected) document.documentElement.append(strip);
    strip.textContent = lines(api, config).join('\n');
    // What it tells must not hide the page that it tells of.
    document.documentElement.style.marginTop = `${strip.offsetHeight}px`;
  };
  api.onChange(show);
  setInterval(show, EVERY_MS);
}

// A worker that tries a page wants to see the page.
if (self.bookendPanel?.isTrying && window.bookend && location.search.includes('bookend-try='))
  begin(self.bookendPanel, window.bookend);
