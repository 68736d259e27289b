import type { Phase, TrackerKind } from './trackers';

// How colleagues read what a scan saw.

export const KIND_SAID: Readonly<Record<TrackerKind, string>> = {
  cookie: 'cookie',
  'local-storage': 'entry kept in the browser',
  'session-storage': 'entry kept for the visit',
  database: 'database in the browser',
  cache: 'store of files in the browser',
  'service-worker': 'script that stays in the browser',
  'window-name': 'name of the window',
  'cache-mark': 'mark in the browser’s cache',
  script: 'script',
  stylesheet: 'style sheet',
  font: 'font',
  pixel: 'invisible picture',
  picture: 'picture of another host',
  media: 'film or sound',
  frame: 'frame',
  call: 'call',
  beacon: 'report sent in passing',
  socket: 'open line',
  stream: 'stream of news',
  prefetch: 'page fetched ahead',
  preconnect: 'line opened ahead',
  'link-ping': 'report of a click',
  canvas: 'reads how the device draws',
  graphics: 'reads the graphics card',
  audio: 'reads how the device sounds',
  'font-list': 'reads which fonts there are',
  'device-details': 'reads make and model',
  devices: 'reads cameras and microphones',
  battery: 'reads the battery',
  position: 'asks for the position',
  'form-read': 'reads a form',
  'form-sent': 'sends what was typed',
  keys: 'hears what is typed',
  movements: 'follows the pointer',
};

export const PHASE_SAID: Readonly<Record<Phase, string>> = {
  before: 'before an answer',
  no: 'after a no',
  yes: 'after a yes',
};

export const FAULT_SAID: Readonly<Record<string, string>> = {
  unreachable: 'does not answer',
  'out-of-reach': 'lies in a network that Bookend may not go to (BOOKEND_REACH)',
  redirects: 'leads in a circle',
  timeout: 'did not come in time',
  'too-large': 'is larger than 5 MB, or a file of it is than 30 MB',
  'no-page': 'is no page',
  refused: 'was refused by the site',
  'browser-broke': 'broke the browser',
  elsewhere: 'leads to another site',
  'sign-in': 'could not be signed in to: what lies behind it was not looked at',
  'site-unreachable': 'the site does not answer',
  'site-out-of-reach': 'the site lies in a network that Bookend may not go to (BOOKEND_REACH)',
  'site-redirects': 'the site leads in a circle',
  'site-no-page': 'no page of it could be looked at',
  'site-closed': 'the site was taken out of use',
  'no-browser': 'there is no Chromium on this machine (apt-get install chromium)',
};

/** @example sayLife(365) // '1 year' */
export function sayLife(days: number | null): string {
  if (days === null) return 'until it is cleared';
  if (days === 0) return 'this visit';
  if (days % 365 === 0) return `${days / 365} ${days === 365 ? 'year' : 'years'}`;
  return `${days} ${days === 1 ? 'day' : 'days'}`;
}
