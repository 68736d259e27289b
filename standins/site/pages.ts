// The pages of two made-up sites, and the scripts of the services that they use.

export interface PageOf {
  bookend: string;
  needs: string;
  /** Where one of the names lies. */
  at(name: string): string;
}

interface Made {
  html: string;
  headers?: Record<string, string>;
}

/** Counts visits: a number in a cookie of the site itself, and a call for each page. */
export const counting = ({ at }: PageOf): string => `
document.cookie = 'visits_no=' + Math.random().toString(36).slice(2) + '; path=/; max-age=31536000';
localStorage.setItem('visits_first', String(Date.now()));
document.documentElement.dataset.counted = 'yes';
fetch('${at('count')}/seen', { method: 'POST', mode: 'cors', body: location.pathname }).catch(function () {});
`;

/** Follows the visitor for advertising: a cookie of the site, and a point that is fetched from elsewhere. */
export const advertising = ({ at }: PageOf): string => `
document.cookie = 'ad_no=' + Math.random().toString(36).slice(2) + '; path=/; max-age=31536000';
document.documentElement.dataset.advertised = 'yes';
new Image().src = '${at('ads')}/point.gif';
`;

interface Content {
  site: string;
  lang: string;
  title: string;
  body: string;
  /** A nonce for scripts, under a strict policy. */
  nonce?: string;
}

function page(place: PageOf, { site, lang, title, body, nonce }: Content): string {
  const own = nonce ? ` nonce="${nonce}"` : '';
  return `<!doctype html>
<html lang="${lang}">
<head>
<meta charset="utf-8">
<meta name="viewport" content="width=device-width">
<title>${title}</title>
<script${own} src="${place.bookend}/panel/${site}/script.js"></script>
<script${own} type="text/plain" data-needs="visits" src="${place.at('count')}/count.js"></script>
<script${own}>
// A loader of tags: it puts in what somebody chose elsewhere, whatever the page says.
(function () {
  var tag = document.createElement('script');
  tag.src = '${place.at('ads')}/tag.js';
  document.head.appendChild(tag);
})();
</script>
</head>
<body>
<header><strong>Larkmere Cycles &amp; Touring</strong></header>
<main><h1>${title}</h1>${body}</main>
<footer><a href="#" data-bookend-open>Your choices</a></footer>
</body>
</html>`;
}

const frames = (place: PageOf): string =>
  `<p>The ride along the lake, and where it starts.</p>
<iframe data-needs="embedded" data-src="${place.at('video')}/frame" title="Video of the ride" width="320" height="180"></iframe>
<iframe data-needs="embedded" data-src="${place.at('map')}/frame" title="Map of the start" width="320" height="180"></iframe>`;

const PRODUCT = `<p>Eight gears, mudguards, a light that needs no battery.</p><p><a href="/checkout">Into the basket</a></p>`;

/** Each box is empty, and nothing is sent before it is pressed. */
const CHECKOUT = `<form method="post" action="/checkout">
<label>Name <input name="name" autocomplete="name"></label>
<label>E-mail <input name="email" type="email" autocomplete="email"></label>
<label>Street <input name="street" autocomplete="street-address"></label>
<label><input type="checkbox" name="newsletter"> Send me the newsletter, about twice a month. I can stop it at any time.</label>
<button>Order</button></form>`;

const CAMP = `<form method="post" action="/camp">
<label>Name of the child <input name="child"></label>
<label>Year of birth <input name="year" inputmode="numeric"></label>
<label>E-mail of a parent <input name="parent" type="email"></label>
<button>Register</button></form>`;

const SIGN_IN = `<form method="post" action="/login">
<label>E-mail <input name="email" type="email"></label>
<label>Password <input name="password" type="password"></label>
<button>Sign in</button></form>`;

const NONCE = 'bGFrZQ';
/** Nothing runs that is not named, and styles are those of the site alone. */
const strict = (place: PageOf): string =>
  [
    "default-src 'self'",
    `script-src 'nonce-${NONCE}'`,
    "style-src 'self'",
    `connect-src ${place.bookend} ${place.at('count')}`,
    `img-src ${place.at('ads')}`,
    `frame-src ${place.at('video')} ${place.at('map')}`,
  ].join('; ');

/** By site, then by path. */
export const PAGES: Readonly<Record<string, Readonly<Record<string, (place: PageOf) => Made>>>> = {
  shop: {
    '/': (place) => ({
      html: page(place, { site: 'shop', lang: 'en', title: 'Bicycles', body: '<p>Three new city bicycles.</p>' }),
    }),
    '/da': (place) => ({
      html: page(place, { site: 'shop', lang: 'da', title: 'Cykler', body: '<p>Tre nye bycykler.</p>' }),
    }),
    '/de': (place) => ({
      html: page(place, { site: 'shop', lang: 'de', title: 'Fahrräder', body: '<p>Drei neue Stadträder.</p>' }),
    }),
    '/product': (place) => ({
      html: page(place, { site: 'shop', lang: 'en', title: 'The Heron, a city bicycle', body: PRODUCT }),
    }),
    '/checkout': (place) => ({
      html: page(place, { site: 'shop', lang: 'en', title: 'Checkout', body: CHECKOUT }),
    }),
    '/camp': (place) => ({
      html: page(place, { site: 'shop', lang: 'en', title: 'Summer camp for young riders', body: CAMP }),
    }),
    '/login': (place) => ({
      html: page(place, { site: 'shop', lang: 'en', title: 'Sign in', body: SIGN_IN }),
    }),
    '/account': (place) => ({
      html: page(place, {
        site: 'shop',
        lang: 'en',
        title: 'Your account',
        body: '<p>Two orders, one on its way.</p>',
      }),
    }),
    '/privacy': (place) => ({
      html: page(place, {
        site: 'shop',
        lang: 'en',
        title: 'Privacy',
        body: '<div data-bookend-notice="privacy"></div><div data-bookend-trackers></div>',
      }),
    }),
    '/blog': (place) => ({
      html: page(place, { site: 'shop', lang: 'en', title: 'Along the lake', body: frames(place) }),
    }),
    '/strict': (place) => ({
      html: page(place, { site: 'shop', lang: 'en', title: 'Bicycles', body: frames(place), nonce: NONCE }),
      headers: { 'content-security-policy': strict(place) },
    }),
  },
  tours: {
    '/': (place) => ({
      html: page(place, { site: 'tours', lang: 'de', title: 'Touren', body: frames(place) }),
    }),
  },
};
