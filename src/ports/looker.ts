import type { Sighting } from '../core/sites/trackers';

/** Why a page could not be looked at, or not to its end. */
export type LookFault =
  'unreachable' | 'out-of-reach' | 'redirects' | 'timeout' | 'too-large' | 'no-page' | 'refused' | 'browser-broke';

/** A name of the site's panel, as it stands while somebody tries a page. */
export interface PanelState {
  /** Whether the panel asks by itself. */
  isAsking: boolean;
  language: string | null;
  permitted: string[];
  switches: Record<string, boolean>;
  /** Addresses that wait on the page, with the purposes they need. */
  held: { address: string; needs: string[] }[];
}

export interface PageLook {
  /** Where the address led. */
  address: string;
  /** What the page answered; null: nothing. */
  status: number | null;
  fault: LookFault | null;
  /** Addresses of links on the page. */
  links: string[];
  sightings: Sighting[];
  /** Null: there is no panel of ours on the page. */
  panel: PanelState | null;
  /** Hosts that were called, with how often; those of the site too. */
  calls: Record<string, number>;
  /** A picture of the page as it was then, JPEG; null: none was wanted. */
  picture: Uint8Array | null;
}

export interface LookOptions {
  /** Stays for what comes late, seconds; what comes at once is seen in any case. */
  staySeconds: number;
  /** Fills the fields of forms with words that are known again where they are sent; nothing is submitted. */
  fillsForms: boolean;
  picture: boolean;
}

/** Somebody who was never on the site: nothing is kept from before, and nothing is left afterwards. */
export interface SiteVisitor {
  look(url: string, options: LookOptions): Promise<PageLook>;
  /**
   * Opens a page and answers its panel.
   *
   * @param yes purposes that are agreed to; `all` or `none` by the panel's own buttons
   * @returns whether there was a panel that could be answered
   */
  answer(url: string, yes: 'all' | 'none' | readonly string[]): Promise<boolean>;
  /** Fills in the form of a page that asks for a password. @returns whether the page asks for none any more */
  signIn(url: string, user: string, password: string): Promise<boolean>;
  /** What the page says now, without opening it again. */
  again(options: Pick<LookOptions, 'picture'>): Promise<PageLook>;
  close(): Promise<void>;
}

export interface VisitorSettings {
  /** Hosts of the site itself, without ports: what goes there is no call to somebody else. */
  ownHosts: readonly string[];
  /** Short name of the site: its panel is told to send nothing. */
  site: string;
  /** Origin of this installation: what goes there is no tracker, and no answer of a look may arrive there. */
  bookend: string;
  /** Hosts that lie in the organisation's own network and may be visited, as `host`, `host:port` or `*.host`. */
  reach: readonly string[];
  /** Signed: from where a page is tried; null: as from this machine. */
  tries: string | null;
  language: string | null;
  gpc: boolean;
}

/** A real browser that looks at sites. */
export interface Looker {
  /** @throws BrowserMissing where none is installed */
  visitor(settings: VisitorSettings): Promise<SiteVisitor>;
  /** Reads a small file of a site, such as `robots.txt`; null: it is not there, or cannot be had. */
  /** Between two pages of a site, milliseconds. */
  pauseMs: number;
  read(url: string, settings: Pick<VisitorSettings, 'reach'>): Promise<string | null>;
}

/** No browser is installed on this machine. */
export class BrowserMissing extends Error {
  override name = 'BrowserMissing';
  readonly code = 'no-browser';
}
