import type { Language } from '../letters/mailings';

/** Words that are told by telephone or at the counter and typed by whoever hears them: short, without letters that a keyboard lacks; 32 in each language. */
export const SECOND_WORDS: Readonly<Record<Language, readonly string[]>> = {
  en: ['amber', 'anchor', 'barley', 'beacon', 'birch', 'bramble', 'candle', 'cedar', 'clover', 'copper', 'coral', 'dune', 'ember', 'fern', 'flint', 'garnet', 'harbour', 'hazel', 'heron', 'juniper', 'lantern', 'linen', 'maple', 'meadow', 'orchard', 'pebble', 'quartz', 'ribbon', 'saddle', 'thistle', 'walnut', 'willow'],
  da: ['anker', 'avne', 'blomst', 'bregne', 'dagslys', 'eng', 'flint', 'fyr', 'gren', 'hassel', 'havn', 'hejre', 'humle', 'hvede', 'kanel', 'kilde', 'klit', 'kobber', 'korn', 'lanterne', 'linned', 'lyng', 'mark', 'perle', 'pil', 'ravn', 'sadel', 'sejl', 'sten', 'tidsel', 'vinter', 'vind'],
  de: ['ahorn', 'amsel', 'anker', 'birke', 'brise', 'ernte', 'farn', 'feder', 'garten', 'gerste', 'hafen', 'halm', 'hasel', 'kerze', 'kiesel', 'klee', 'kupfer', 'laterne', 'leinen', 'linde', 'moos', 'nebel', 'perle', 'quelle', 'reiher', 'sattel', 'segel', 'silber', 'tanne', 'ufer', 'wiese', 'winter'],
  nl: ['anker', 'appel', 'avond', 'baken', 'beuk', 'bries', 'dennen', 'distel', 'duin', 'eik', 'fluit', 'gerst', 'haven', 'hazelaar', 'kaars', 'klaver', 'koper', 'koraal', 'lantaarn', 'linde', 'linnen', 'molen', 'oever', 'parel', 'reiger', 'rivier', 'steen', 'tarwe', 'vuur', 'weide', 'wilg', 'zadel'],
};
