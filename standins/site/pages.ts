// The pages of two made-up sites, and the scripts of the services that they use.

export interface PageOf {
  bookend: string;
  needs: string;
  /** Whoever looks how it is elsewhere names the place. */
  tries?: string | null;
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
<script${own} src="${place.bookend}/panel/${site}/script.js${place.tries ? `?try=${encodeURIComponent(place.tries)}` : ''}"></script>
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
