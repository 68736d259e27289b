import {
  answersOf,
  neededFor,
  permitted,
  switchesOn,
  whyAsked,
  type KeptAnswer,
  type PanelRules,
} from '../../core/sites/plan';
import type { PanelConfig } from '../../core/sites/views';
import { holdBack } from './panelHold';
import { keeper, randomNumber, type Unsent } from './panelKept';
import { slip } from './panelSlip';
import { fillPlaces } from './panelInsets';

// The script of a site. It comes before everything else on a page, asks where it has to, and tells what is permitted.

/** What scripts of a site may ask and be told. */
export interface SiteApi {
  /** Whether all of these purposes are permitted now. */
  permits(...purposes: string[]): boolean;
  switches(): Record<string, boolean>;
  /**
   * What a server of the site asks Bookend by before it sends anything itself: the number this browser goes by; null before an answer.
   */
  token(): string | null;
  /** Shows the panel again: a way back that lasts. */
  open(): void;
  /** Called at once and after every change. @returns a way to be told no more */
  onChange(tell: (switches: Record<string, boolean>) => void): () => void;
}

declare global {
  interface Window {
    bookendPanel?: PanelConfig;
    bookend?: SiteApi;
    /** The page is tried by a link: it is asked for once. */
    bookendTried?: boolean;
  }
  interface Navigator {
    globalPrivacyControl?: boolean;
  }
}

/** Every page tells of a change by this event, with the switches. */
const CHANGED = 'bookend:change';

// What is told, kept and shown hangs on one answer, that changes while the page is open.
// eslint-disable-next-line max-lines-per-function
function begin(config: PanelConfig): void {
  const signal = config.gpcBinds && (config.rules.gpc || navigator.globalPrivacyControl === true);
  const rules: PanelRules = { ...config.rules, gpc: signal };
  const kept = keeper(config.site);
  let answer: KeptAnswer | null = config.isTrying ? null : kept.read();
  const allowed = () => permitted(rules, answer, Date.now());
  const language = languageOf(config);
  const { release } = holdBack({
    neededFor: (url) => neededFor(rules, url),
    permits: (needs) => needs.every((id) => allowed().includes(id)),
    words: () => config.languages[language]!.words,
  });
  const api: SiteApi = {
    permits: (...purposes) => purposes.every((id) => allowed().includes(id)),
    switches: () => switchesOn(rules, allowed()),
    token: () => answer?.visitor ?? null,
    open: () => view?.open(true),
    onChange(tell) {
      const told = () => tell(api.switches());
      told();
      document.addEventListener(CHANGED, told);
      return () => document.removeEventListener(CHANGED, told);
    },
  };
  window.bookend = api;
  const changed = () => {
    release();
    document.dispatchEvent(new CustomEvent(CHANGED, { detail: api.switches() }));
  };
  const tabs = 'BroadcastChannel' in window ? new BroadcastChannel(`bookend_${config.site}`) : null;
  const answered = (yes: readonly string[], inLanguage: string) => {
    const asked = rules.purposes.filter(({ mode }) => mode !== 'always').map(({ id }) => id);
    const answers = answersOf(rules, answer, yes);
    answer = {
      visitor: answer?.visitor ?? randomNumber(),
      version: rules.version,
      at: Date.now(),
      yes: asked.filter((id) => yes.includes(id)),
      no: asked.filter((id) => !yes.includes(id)),
    };
    if (config.isTrying) return changed();
    kept.keep(answer);
    changed();
    tabs?.postMessage(answer);
    const body = { visitor: answer.visitor, nonce: randomNumber(), version: rules.version, language: inLanguage };
    send({ body: JSON.stringify({ ...body, gpc: signal, answers }), at: answer.at });
  };
  tabs?.addEventListener('message', ({ data }: MessageEvent<KeptAnswer>) => {
    answer = data;
    view?.close();
    changed();
  });
  const send = (one: Unsent) => {
    // Kept before it is sent: a page that is left, or a server that is down, loses nothing.
    kept.keepUnsent([...kept.unsent(), one]);
    void sendAll(config.address, kept);
  };
  let view: ReturnType<typeof slip> | null = null;
  const show = () => {
    fillPlaces(config.address, language);
    view = slip({ config, rules, language, signal, answered, kept: () => answer });
    if (whyAsked(rules, answer, Date.now()) === null) return;
    view.open(false);
    if (!config.isTrying) navigator.sendBeacon?.(`${config.address}/shown`, `${language} ${rules.version}`);
  };
  if (document.readyState === 'loading') document.addEventListener('DOMContentLoaded', show);
  else show();
  if (!config.isTrying) void sendAll(config.address, kept);
  release();
}

/** Sends what waits, one after the other; what is refused for good does not wait any longer. */
async function sendAll(address: string, kept: ReturnType<typeof keeper>): Promise<void> {
  for (const one of kept.unsent()) {
    const ago = Math.max(0, Date.now() - one.at);
    const body = `${one.body.slice(0, -1)},"ago":${ago}}`;
    const status = await fetch(`${address}/answers`, {
      method: 'POST',
      body,
      keepalive: true,
      credentials: 'omit',
      headers: { 'content-type': 'text/plain' },
    }).then(
      (response) => response.status,
      () => 0,
    );
    // The server is away, or has too much to do: it waits for the next page.
    if (status === 0 || status === 429 || status >= 500) return;
    kept.keepUnsent(kept.unsent().filter(({ body: other }) => other !== one.body));
  }
}

/** The language of the page where the panel speaks it, else the first of the visitor’s. */
function languageOf({ languages }: PanelConfig): string {
  const wanted = [document.documentElement.lang, ...navigator.languages].map((tag) => tag.slice(0, 2).toLowerCase());
  return wanted.find((one) => one in languages) ?? ('en' in languages ? 'en' : Object.keys(languages)[0]!);
}

/** This script as it stands on the page; known only while it runs for the first time. */
const { nonce = '' } = (document.currentScript ?? {}) as HTMLScriptElement;

/**
 * A page that was opened by a link of Bookend is tried: the script comes again, as for a visitor of that place. Where it does not come,
 * the page is guarded as for anybody.
 */
function triesAgain(config: PanelConfig): boolean {
  const token = new URLSearchParams(location.search).get('bookend-try');
  if (!token || config.isTrying || window.bookendTried || document.readyState !== 'loading') return false;
  window.bookendTried = true;
  const address = `${config.address}/script.js?try=${encodeURIComponent(token)}`;
  const own = nonce ? ` nonce="${nonce.replace(/[^\w+/=-]/g, '')}"` : '';
  // Written while the page is read, so that it comes before everything else, as this one did.
  document.write(`<script${own} src="${address}"></script>`);
  document.addEventListener('DOMContentLoaded', () => window.bookend ?? begin(config));
  return true;
}

if (
  self.bookendPanel &&
  !window.bookend &&
  Object.keys(self.bookendPanel.languages).length > 0 &&
  !triesAgain(self.bookendPanel)
)
  begin(self.bookendPanel);
