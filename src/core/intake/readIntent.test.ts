import { mentionedIn } from '../requests/mentions';
import { guessLanguage, ownWords, readIntent } from './readIntent';

describe('which right a message exercises', () => {
  test.each([
    ['Hello', 'Please delete my account and forget me.', 'erasure', 'en'],
    ['Hej', 'Jeg vil gerne have indsigt i hvilke oplysninger I har.', 'access', 'da'],
    ['Anfrage', 'Guten Tag, ich bitte um Auskunft und eine Kopie meiner Daten.', 'access', 'de'],
    ['', 'Geachte heer, ik wil graag dat u mijn gegevens te wissen weet.', 'erasure', 'nl'],
    ['Address', 'Dear all, my street is wrong, please correct my address.', 'rectification', 'en'],
    ['', 'Please do not sell my data. I live in Sacramento.', 'opt-out', 'en'],
    ['Newsletter', 'Ich widerrufe meine Einwilligung, bitte abmelden.', 'withdrawal', 'de'],
    ['', 'I object to advertising. Stop marketing.', 'objection', 'en'],
    ['Saddle', 'Which seat post fits the touring frame?', null, 'en'],
  ])('%s %s', (subject, text, right, language) => {
    expect(readIntent(subject, text)).toMatchObject({ right, language });
  });

  test('what is only quoted exercises nothing', () => {
    expect(
      readIntent('Re: your order', 'Thanks!\n\nOn Tue 3 Nov 2026, Larkmere wrote:\n> you can ask us to delete my data')
        .right,
    ).toBeNull();
    expect(ownWords('mine\n> theirs\nmore')).toBe('mine\nmore');
  });

  test('each reason quotes the words it rests on', () => {
    expect(readIntent('', 'please erase my data').reasons).toEqual([
      { code: 'sign', sign: 'erase my', right: 'erasure' },
    ]);
  });

  test('a text without small words counts as English', () => expect(guessLanguage('12345')).toBe('en'));
});

describe('mentions', () => {
  const users = [{ name: 'Mikkel Krogh' }, { name: 'Mikkel Bo' }, { name: 'Signe Aaby' }];

  test.each([
    ['@Signe, look at this', ['Signe Aaby']],
    ['ask @signe aaby.', ['Signe Aaby']],
    ['@Mikkel knows', []],
    ['@Mikkel Krogh knows', ['Mikkel Krogh']],
    ['@Signer is somebody else', []],
    ['nobody at all', []],
  ])('%s', (text, named) => expect(mentionedIn(text, users).map(({ name }) => name)).toEqual(named));
});
