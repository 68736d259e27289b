import type { PageOf } from './pages';

// The pages of a made-up cycling club. An agency made them years ago and put in whatever came along: everything that a site can do to
// its visitors is here, once, in the open. `PLANTED` says what there is; what is not in it does no harm and must not be found.

export interface Planted {
  kind: string;
  host: string;
  name: string;
  /** In which looks it is there: before an answer, after a no, after a yes. */
  when: string;
}

const ALWAYS = 'before no yes';
const OWN = 'club.localhost';
const plant = (kind: string, label: string, name = '', when = ALWAYS): Planted => ({
  kind,
  host: label === OWN ? OWN : `${label}.localhost`,
  name,
  when,
});

export const PLANTED: readonly Planted[] = [
  // Kept on the device.
  plant('cookie', OWN, 'session'),
  plant('cookie', OWN, 'visits_no'),
  plant('cookie', OWN, 'ad_no'),
  plant('cookie', OWN, 'bookend_club', 'no yes'),
  plant('cookie', 'ads', 'ads_no'),
  plant('cookie', 'count', 'count_no'),
  plant('local-storage', OWN, 'visits_first'),
  plant('local-storage', OWN, 'bookend_club', 'no yes'),
  // What waits to be sent: a look is nobody's answer, so that it waits for ever.
  plant('local-storage', OWN, 'bookend_club_unsent', 'no yes'),
  plant('session-storage', OWN, 'tab_no'),
  plant('database', OWN, 'rides'),
  plant('cache', OWN, 'trial-v1'),
  plant('service-worker', OWN, '/sw.js'),
  plant('window-name', OWN),
  plant('local-storage', 'video', 'watched'),
  plant('cache-mark', 'points', '/mark.gif'),
  // Called.
  plant('script', 'count', '/count.js'),
  plant('script', 'tags', '/loader.js'),
  plant('script', 'ads', '/tag.js'),
  plant('script', 'replay', '/replay.js'),
  plant('script', 'captcha', '/check.js'),
  plant('script', 'late', '/late.js'),
  plant('stylesheet', 'fonts', '/serif.css'),
  plant('font', 'fonts', '/serif.woff2'),
  plant('pixel', 'ads', '/point.gif'),
  plant('pixel', 'ads', '/quiet.gif'),
  plant('pixel', 'points', '/ground.gif'),
  plant('pixel', 'points', '/mark.gif'),
  plant('pixel', 'points', '/deep.gif'),
  plant('pixel', 'go', '/to'),
  plant('pixel', 'match', '/pair'),
  plant('picture', 'pictures', '/lake'),
  plant('media', 'video', '/clip'),
  plant('frame', 'video', '/keeps'),
  plant('call', 'count', '/seen'),
  plant('call', 'social', '/likes'),
  plant('call', 'worker', '/done'),
  plant('beacon', 'replay', '/bye'),
  plant('beacon', OWN, '/collect'),
  plant('socket', 'chat', '/talk'),
  plant('stream', 'news', '/live'),
  plant('prefetch', 'ads', '/next'),
  plant('preconnect', 'pictures'),
  plant('link-ping', 'count', '/left'),
  // Read of the device.
  plant('canvas', 'replay'),
  plant('graphics', 'replay'),
  plant('audio', 'replay'),
  plant('font-list', 'replay'),
  plant('device-details', 'replay'),
  plant('devices', 'replay'),
  // Read of what visitors do.
  plant('keys', 'replay'),
  plant('movements', 'replay'),
  plant('form-read', 'replay', 'email'),
  plant('call', 'partners', '/known'),
  plant('form-sent', 'partners', '/known'),
  // Held back by the panel's mark-up, as it should be.
  plant('script', 'trial', '/trial.js', 'yes'),
  // Behind the sign-in.
  plant('script', 'members', '/members.js'),
  plant('local-storage', OWN, 'member_no'),
];

/** What the scripts of others do. */
export const SCRIPTS: Readonly<Record<string, (place: PageOf) => string>> = {
  'tags/loader.js': ({ at }) => `
    var tag = document.createElement('script'); tag.src = '${at('ads')}/tag.js'; document.head.append(tag);
    setTimeout(function () { var late = document.createElement('script'); late.src = '${at('late')}/late.js'; document.head.append(late); }, 2500);`,
  'late/late.js': () => 'sessionStorage.tab_no = String(Math.random());',
  'captcha/check.js': () => 'document.documentElement.dataset.checked = "yes";',
  'trial/trial.js': () => 'document.documentElement.dataset.trial = "yes";',
  'members/members.js': () => 'localStorage.member_no = String(Math.random());',
  'replay/replay.js': ({ at }) => `
    var canvas = document.createElement('canvas'); canvas.getContext('2d').fillText('who', 4, 10); canvas.toDataURL();
    var c = canvas.getContext('2d');
    for (var i = 0; i < 30; i++) { c.font = '12px Font' + i; c.measureText('mmm'); }
    var gl = document.createElement('canvas').getContext('webgl'); if (gl) gl.getParameter(0x9246);
    else WebGLRenderingContext.prototype.getParameter.name && (function () { try { WebGLRenderingContext.prototype.getParameter.call({}, 0x9246); } catch (e) {} })();
    try { var audio = new OfflineAudioContext(1, 100, 44100); audio.startRendering(); } catch (e) {}
    if (navigator.userAgentData) navigator.userAgentData.getHighEntropyValues(['model']);
    if (navigator.mediaDevices) navigator.mediaDevices.enumerateDevices();
    document.addEventListener('keydown', function () {});
    document.addEventListener('mousemove', function () {});
    addEventListener('pagehide', function () { navigator.sendBeacon('${at('replay')}/bye', 'x'); });
    document.addEventListener('change', function (event) {
      var mail = event.target.name === 'email' && event.target.value;
      if (!mail) return;
      crypto.subtle.digest('SHA-256', new TextEncoder().encode(mail.toLowerCase())).then(function (sum) {
        var hex = [].map.call(new Uint8Array(sum), function (b) { return ('0' + b.toString(16)).slice(-2); }).join('');
        fetch('${at('partners')}/known', { method: 'POST', mode: 'no-cors', body: 'who=' + hex });
      });
    });`,
};

const frame = (title: string, body: string, { at, bookend, needs }: PageOf): string => `<!doctype html>
<html lang="en"><head><meta charset="utf-8"><title>${title}</title>
<script src="${bookend}/panel/club/script.js"></script>
<script type="text/plain" data-needs="${needs}" src="${at('trial')}/trial.js"></script>
<link rel="stylesheet" href="/club.css">
<link rel="stylesheet" href="${at('fonts')}/serif.css">
<link rel="preconnect" href="${at('pictures')}">
<link rel="prefetch" href="${at('ads')}/next">
<script src="${at('count')}/count.js"></script>
<script src="${at('tags')}/loader.js"></script>
<script src="/club.js"></script>
<noscript><img src="${at('ads')}/quiet.gif" alt=""></noscript>
</head><body style="font-family: Pondserif">
<h1>${title}</h1>${body}
<div data-bookend-trackers></div>
<nav><a href="/">Home</a> <a href="/rides">Rides</a> <a href="/join">Join</a> <a href="/account">Account</a>
<a href="/logout">Sign out</a> <a href="/leaflet.pdf">Leaflet</a> <a href="/private/minutes">Minutes</a>
<a href="${at('video')}/frame" ping="${at('count')}/left">Film</a></nav></body></html>`;

export const CLUB: Readonly<Record<string, (place: PageOf) => string>> = {
  '/': (place) =>
    frame(
      'The club',
      `<div style="background: url(${place.at('points')}/ground.gif); height: 30px"></div>
<img src="${place.at('points')}/mark.gif" alt=""><img src="${place.at('go')}/to" alt="">
<img src="${place.at('pictures')}/lake" alt="The lake" width="200" height="120"><img src="/own.gif" alt="">
<canvas id="own" width="20" height="20"></canvas>`,
      place,
    ),
  '/rides': (place) =>
    frame(
      'Rides',
      `<iframe src="${place.at('video')}/keeps" title="Film"></iframe><video src="${place.at('video')}/clip" preload="auto"></video>
<img src="${place.at('points')}/mark.gif" alt="">
<script>
new WebSocket('${place.at('chat').replace('http', 'ws')}/talk');
new EventSource('${place.at('news')}/live');
new Worker('/worker.js');
var like = new XMLHttpRequest(); like.open('GET', '${place.at('social')}/likes'); like.send();
navigator.serviceWorker.register('/sw.js');
indexedDB.open('rides', 1);
caches.open('trial-v1');
window.name = 'visitor-' + Math.random();
addEventListener('pagehide', function () { navigator.sendBeacon('/collect', 'x'); });
</script>
<div style="height: 3000px"></div><img src="${place.at('points')}/deep.gif" alt="" loading="lazy" width="1" height="1">`,
      place,
    ),
  '/join': (place) =>
    frame(
      'Join',
      `<form><label>E-mail <input type="email" name="email"></label><label>Name <input name="who"></label></form>
<script src="${place.at('replay')}/replay.js"></script><script src="${place.at('captcha')}/check.js"></script>`,
      place,
    ),
};

export const LOGIN = `<!doctype html><html lang="en"><title>Sign in</title><form method="post" action="/login">
<label>E-mail <input type="email" name="user"></label><label>Password <input type="password" name="password"></label>
<button>Sign in</button></form></html>`;

export const account = (place: PageOf): string =>
  frame('Your account', `<p>Welcome back.</p><script src="${place.at('members')}/members.js"></script>`, place);

/** The site's own files: none of them tells anybody anything. */
export const FILES: Readonly<Record<string, (place: PageOf) => { type: string; body: string | Buffer }>> = {
  '/club.css': () => ({ type: 'text/css', body: 'body { margin: 2em }' }),
  '/club.js': () => ({
    type: 'text/javascript',
    body: `var own = document.getElementById('own'); if (own) own.getContext('2d').fillRect(1, 1, 5, 5);
document.addEventListener('keydown', function () {});
document.addEventListener('change', function (event) { document.title = String(event.target.value).length ? document.title : ''; });
fetch('/stock.json');`,
  }),
  '/stock.json': () => ({ type: 'application/json', body: '{"places":12}' }),
  '/sw.js': () => ({
    type: 'text/javascript',
    body: 'self.addEventListener("install", function () { self.skipWaiting(); });',
  }),
  '/worker.js': ({ at }) => ({ type: 'text/javascript', body: `fetch('${at('worker')}/done', { mode: 'no-cors' });` }),
  '/robots.txt': () => ({ type: 'text/plain', body: 'User-agent: *\nDisallow: /private/\n' }),
  '/sitemap.xml': ({ at }) => ({
    type: 'application/xml',
    body: `<urlset><url><loc>${at('club')}/join</loc></url></urlset>`,
  }),
};
