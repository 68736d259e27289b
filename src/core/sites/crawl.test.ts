import { choosePages, mayVisit, pageOf, readRobots, readSitemap } from './crawl';

const ORIGINS = ['https://shop.example', 'https://help.shop.example'];
const BASE = 'https://shop.example/rides/';

describe('what a site asks of programs', () => {
  const robots = readRobots(
    [
      '# made up',
      'User-agent: somebody',
      'Disallow: /',
      '',
      'User-Agent: *',
      'User-agent: anybody',
      'Disallow: /private # not for programs',
      'Disallow: /*.part$',
      'Allow: /private/open',
      'Crawl-delay: 2',
      'Sitemap: https://shop.example/map.xml',
    ].join('\r\n'),
  );

  test('lines for everybody count, and only those', () => {
    expect(robots).toMatchObject({ delay: 2, sitemaps: ['https://shop.example/map.xml'] });
    expect(robots.disallow).toEqual(['/private', '/*.part$']);
  });

  test.each([
    ['/', true],
    ['/private', false],
    ['/private/x', false],
    ['/private/open/x', true],
    ['/a.part', false],
    ['/a.part/b', true],
    ['/a.parts', true],
  ])('%s may be visited: %s', (path, may) => {
    expect(mayVisit(robots, `https://shop.example${path}`)).toBe(may);
  });

  test('lines for us alone count instead of those for everybody', () => {
    const own = readRobots('user-agent: *\ndisallow: /\n\nuser-agent: bookend-scan\ndisallow: /checkout');
    expect(mayVisit(own, 'https://shop.example/x')).toBe(true);
    expect(mayVisit(own, 'https://shop.example/checkout')).toBe(false);
  });

  test.each(['', 'disallow: /', '<!doctype html><p>no such file</p>', 'user-agent: *\ndisallow:'])(
    'what says nothing forbids nothing: %j',
    (text) => {
      expect(mayVisit(readRobots(text), 'https://shop.example/x')).toBe(true);
    },
  );
});

test('a sitemap names pages, at most so many', () => {
  const xml = `<urlset>${'<url><loc> https://shop.example/a?b=1&amp;c=2 </loc></url>'.repeat(3)}</urlset>`;
  expect(readSitemap(xml, 2)).toEqual(Array.from({ length: 2 }, () => 'https://shop.example/a?b=1&c=2'));
  expect(readSitemap('<html>nothing</html>')).toEqual([]);
});

test.each([
  ['bike?size=3#top', 'https://shop.example/rides/bike'],
  ['//help.shop.example/', 'https://help.shop.example/'],
  ['https://else.example/', null],
  ['https://shop.example:444/', null],
  ['https://a:b@shop.example/', null],
  ['mailto:a@b.example', null],
  ['javascript:void(0)', null],
  ['http://[', null],
  ['/account/logout', null],
  ['/konto/abmelden', null],
  ['/cart?do=remove', null],
  ['/guide.PDF', null],
  ['/rides/2026/lake', 'https://shop.example/rides/2026/lake'],
])('%s is the page %s', (address, page) => {
  expect(pageOf(address, BASE, ORIGINS)).toBe(page);
});

test('of a thousand products five come before what is of another make', () => {
  const products = Array.from({ length: 1000 }, (_, i) => `https://shop.example/products/${i}`);
  const chosen = choosePages([...products, 'https://shop.example/rides/a', 'https://shop.example/'], 8);
  expect(chosen).toHaveLength(8);
  expect(chosen.slice(5, 7)).toEqual(['https://shop.example/rides/a', 'https://shop.example/']);
});
