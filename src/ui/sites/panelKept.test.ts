/** @jest-environment jsdom */
import { keeper, randomNumber } from './panelKept';

const ANSWER = { visitor: 'v', version: 2, at: 5, yes: ['visits'], no: ['ads'] };
beforeEach(() => {
  localStorage.clear();
  document.cookie = 'bookend_shop=; max-age=0; path=/';
});

test('an answer lies in a cookie of the site, and in its storage where the cookie is gone', () => {
  const kept = keeper('shop');
  expect(kept.read()).toBeNull();
  kept.keep(ANSWER);
  expect(document.cookie).toContain('bookend_shop=');
  expect(keeper('shop').read()).toEqual(ANSWER);
  document.cookie = 'bookend_shop=; max-age=0; path=/';
  expect(keeper('shop').read()).toEqual(ANSWER);
  expect(keeper('tours').read()).toBeNull();
});

test.each([['no JSON'], ['null'], ['[]'], ['{"visitor":1}'], ['%E0%A4%A']])(
  'a cookie that holds %s is no answer',
  (text) => {
    document.cookie = `bookend_shop=${text}; path=/`;
    expect(keeper('shop').read()).toBeNull();
  },
);

test('what could not be sent waits, the latest of it, and goes when it was sent', () => {
  const kept = keeper('shop');
  kept.keepUnsent(Array.from({ length: 30 }, (_, at) => ({ body: `${at}`, at })));
  expect(kept.unsent()).toHaveLength(20);
  expect(kept.unsent().at(-1)).toEqual({ body: '29', at: 29 });
  kept.keepUnsent([]);
  expect(localStorage).toHaveLength(0);
  for (const broken of ['broken', 'null', '{}']) {
    localStorage.setItem('bookend_shop_unsent', broken);
    expect(kept.unsent()).toEqual([]);
  }
});

test('a number of a browser is 32 digits, and another one each time', () => {
  const numbers = new Set(Array.from({ length: 100 }, () => randomNumber()));
  expect(numbers.size).toBe(100);
  expect([...numbers].every((one) => /^[0-9a-f]{32}$/.test(one))).toBe(true);
});
