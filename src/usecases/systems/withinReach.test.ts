import { outOfReach } from './withinReach';

const ALLOWED = ['db.example:5432', 'service.example', '/srv/papers'];
const places = (settings: Record<string, string>) => Object.values(outOfReach(settings, ALLOWED));

test.each([
  [{ url: 'postgres://a:b@db.example/shop' }], [{ url: 'postgresql://a:b@DB.example:5432/shop?sslmode=require' }], [{ url: 'https://service.example/v2' }], [{ url: 'http://service.example:8080' }],
  [{ path: '/srv/papers' }], [{ path: '/srv/papers/old/' }], [{ folder: '/srv/papers/in', drop: '/srv/papers/out' }], [{ schemas: '/etc', signInUrl: 'https://anywhere.example' }],
])('%j is within', (settings) => expect(places(settings)).toEqual([]));

test.each([
  [{ url: 'postgres://a:b@db.example:5433/shop' }, ['db.example:5433']], [{ url: 'http://169.254.169.254/latest' }, ['169.254.169.254:80']], [{ url: 'https://service.example.evil.example' }, ['service.example.evil.example:443']],
  [{ url: 'postgres://a:b@db.example/shop?host=/var/run' }, ['this address']], [{ url: 'postgres://a:b@db.example/shop?sslrootcert=/etc/shadow' }, ['this address']], [{ url: 'postgres:///shop' }, ['this address']], [{ url: 'nonsense' }, ['this address']],
  [{ path: '/srv/papers/../secrets' }, ['/srv/secrets']], [{ path: '/srv/papers-of-others' }, ['/srv/papers-of-others']], [{ path: '/' }, ['/']], [{ folder: '/srv/papers/in', drop: '/etc' }, ['/etc']],
])('%j leads out', (settings, expected) => expect(places(settings)).toEqual(expected));

test('where nothing is listed, nothing is within', () => expect(Object.keys(outOfReach({ url: 'https://service.example', path: '/srv/papers' }, []))).toEqual(['url', 'path']));
