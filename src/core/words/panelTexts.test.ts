import { PANEL_KEYS } from '../sites/panelText';
import { PANEL_TEXTS, READ_BY_NATIVES, RIGHT_TO_LEFT } from './panelTexts';

const OFFICIAL = 'bg cs da de el en es et fi fr ga hr hu it lt lv mt nl pl pt ro sk sl sv'.split(' ');
const WIDER = ['is', 'no', 'uk', 'tr', 'ar', 'zh', 'ja'];

test('a panel speaks 31 languages, each whole, and none is said to be read by a native who has not', () => {
  expect(Object.keys(PANEL_TEXTS).sort()).toEqual([...OFFICIAL, ...WIDER].sort());
  for (const [language, words] of Object.entries(PANEL_TEXTS)) {
    expect([language, Object.keys(words).sort()]).toEqual([language, [...PANEL_KEYS].sort()]);
    expect([language, Object.values(words).filter((text) => text.trim() === '')]).toEqual([language, []]);
  }
  for (const language of [...READ_BY_NATIVES, ...RIGHT_TO_LEFT]) expect(PANEL_TEXTS).toHaveProperty(language);
});

test('nothing is left in English elsewhere, and yes and no are as long as each other, more or less', () => {
  for (const [language, words] of Object.entries(PANEL_TEXTS)) {
    if (language === 'en') continue;
    for (const key of PANEL_KEYS)
      expect([language, key, words[key]]).not.toEqual([language, key, PANEL_TEXTS['en']![key]]);
    expect([language, Math.abs(words.yes.length - words.no.length) <= 6]).toEqual([language, true]);
    // One that only means “close” would be no answer.
    expect(words.yes).not.toBe(words.no);
  }
});
