import { documentLanguage } from './language';

test.each([
  ['/ask', 'da-DK,da;q=0.9', 'da'],
  ['/ask?lang=nl', 'da-DK', 'nl'],
  ['/choices/some-token?lang=de', 'en', 'de'],
  ['/asking', 'da', 'en'],
  // Staff read English, whatever their browser asks for.
  ['/desk', 'da', 'en'],
  ['/task/x', 'da', 'en'],
  [null, 'da', 'en'],
  ['/status?lang=xx', 'nl', 'en'],
])('%s for %s is in %s', (path, accepted, language) => {
  expect(documentLanguage(path, accepted)).toBe(language);
});
