import { mkdirSync, mkdtempSync, symlinkSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { folders } from '../../main/folders';
import { leadsElsewhere, outOfReach } from './withinReach';

const ALLOWED = ['db.example:5432', 'service.example', '/srv/papers'];
const places = async (settings: Record<string, string>) =>
  Object.values(await outOfReach(settings, ALLOWED, folders.real));

test.each([
  [{ url: 'postgres://a:b@db.example/shop' }],
  [{ url: 'postgresql://a:b@DB.example:5432/shop?sslmode=require' }],
  [{ url: 'https://service.example/v2' }],
  [{ url: 'http://service.example:8080' }],
  [{ url: 'mysql://a:b@db.example:5432/shop?ssl=1' }],
  [{ host: 'Service.example', port: '1993', oauthUrl: 'https://service.example/token' }],
  [{ host: 'db.example', port: '5432' }],
  [{ path: '/srv/papers' }],
  [{ path: '/srv/papers/old/' }],
  [{ folder: '/srv/papers/in', drop: '/srv/papers/out' }],
  [{ schemas: '/etc', signInUrl: 'https://anywhere.example' }],
])('%j is within', async (settings) => expect(await places(settings)).toEqual([]));

test.each([
  [{ url: 'postgres://a:b@db.example:5433/shop' }, ['db.example:5433']],
  [{ url: 'mysql://a:b@db.example/shop' }, ['db.example:3306']],
  [{ url: 'ldap://db.example' }, ['db.example:389']],
  [{ url: 'ldaps://db.example' }, ['db.example:636']],
  [{ host: 'db.example' }, ['db.example:993']],
  [{ host: 'db.example', security: 'starttls' }, ['db.example:143']],
  [{ host: 'service.example', oauthUrl: 'https://login.example/token' }, ['login.example:443']],
  [{ url: 'http://169.254.169.254/latest' }, ['169.254.169.254:80']],
  [{ url: 'https://service.example.evil.example' }, ['service.example.evil.example:443']],
  [{ url: 'postgres://a:b@db.example/shop?host=/var/run' }, ['this address']],
  [{ url: 'postgres://a:b@db.example/shop?sslrootcert=/etc/shadow' }, ['this address']],
  [{ url: 'postgres:///shop' }, ['this address']],
  [{ url: 'nonsense' }, ['this address']],
  [{ path: '/srv/papers/../secrets' }, ['/srv/secrets']],
  [{ path: '/srv/papers-of-others' }, ['/srv/papers-of-others']],
  [{ path: '/' }, ['/']],
  [{ folder: '/srv/papers/in', drop: '/etc' }, ['/etc']],
])('%j leads out', async (settings, expected) => expect(await places(settings)).toEqual(expected));

test('where nothing is listed, nothing is within', async () =>
  expect(
    Object.keys(await outOfReach({ url: 'https://service.example', path: '/srv/papers' }, [], folders.real)),
  ).toEqual(['url', 'path']));

test('a link inside of what is allowed that leads out of it leads out; one that stays inside does not', async () => {
  const root = mkdtempSync(join(tmpdir(), 'bookend-reach-'));
  for (const name of ['papers', 'secrets', 'papers/inner']) mkdirSync(join(root, name));
  symlinkSync(join(root, 'secrets'), join(root, 'papers', 'out'));
  symlinkSync(join(root, 'papers', 'inner'), join(root, 'papers', 'in'));
  const wrong = (path: string) => outOfReach({ path }, [join(root, 'papers')], folders.real);
  expect(await wrong(join(root, 'papers', 'out'))).toEqual({ path: join(root, 'secrets') });
  expect(await wrong(join(root, 'papers', 'out', 'not-there-yet'))).toEqual({
    path: join(root, 'secrets', 'not-there-yet'),
  });
  expect(await wrong(join(root, 'papers', 'in'))).toEqual({});
});

test.each<[Record<string, string>, Record<string, string>, boolean]>([
  [{ url: 'https://service.example/v2' }, { url: 'https://service.example/v1' }, false],
  [{ url: 'https://other.example/v1' }, { url: 'https://service.example/v1' }, true],
  [{ url: 'https://service.example:8443' }, { url: 'https://service.example' }, true],
  [{ url: '' }, { url: 'https://service.example' }, false],
  [{ signInUrl: 'https://evil.example/' }, { signInUrl: 'https://shop.example/sign-in' }, true],
])('%j after %j leads elsewhere: %s', (given, kept, expected) => expect(leadsElsewhere(given, kept)).toBe(expected));

test('a password that was given for one mail server is not sent to another', () => {
  expect(leadsElsewhere({ host: 'b.example' }, { host: 'a.example', password: 'x' })).toBe(true);
  expect(leadsElsewhere({ host: 'A.example' }, { host: 'a.example', password: 'x' })).toBe(false);
});
