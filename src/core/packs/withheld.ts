import type { Language } from '../letters/mailings';

/** Why something is not handed over. Words for people stand in the catalogue of their language. */
export type WithheldReason = 'others-data' | 'attached-to-redacted' | 'may-hold-forbidden';

/** The law behind each; said as the language says it. */
export const WITHHELD: Readonly<Record<Language, Readonly<Record<WithheldReason, string>>>> = {
  en: {
    'others-data': 'Other people’s data stands in it (GDPR art. 15(4)).',
    'attached-to-redacted': 'Attached to a message that is handed over without other people’s words (GDPR art. 15(4)).',
    'may-hold-forbidden': 'Attached files may hold what the law lets nobody hand over (11 CCR 7024(d)); ask us for it.',
  },
  da: {
    'others-data': 'Der står andre menneskers data i det (databeskyttelsesforordningens art. 15, stk. 4).',
    'attached-to-redacted':
      'Vedhæftet en besked, der udleveres uden andre menneskers ord (databeskyttelsesforordningens art. 15, stk. 4).',
    'may-hold-forbidden':
      'Vedhæftede filer kan indeholde det, som loven ikke lader nogen udlevere (11 CCR 7024(d)); spørg os efter det.',
  },
  de: {
    'others-data': 'Es enthält Daten anderer Menschen (Art. 15 Abs. 4 DSGVO).',
    'attached-to-redacted':
      'Angehängt an eine Nachricht, die ohne die Worte anderer Menschen herausgegeben wird (Art. 15 Abs. 4 DSGVO).',
    'may-hold-forbidden':
      'Angehängte Dateien können enthalten, was niemand herausgeben darf (11 CCR 7024(d)); fragen Sie uns danach.',
  },
  nl: {
    'others-data': 'Er staan gegevens van anderen in (AVG art. 15 lid 4).',
    'attached-to-redacted':
      'Bijlage bij een bericht dat zonder de woorden van anderen wordt verstrekt (AVG art. 15 lid 4).',
    'may-hold-forbidden': 'Bijlagen kunnen bevatten wat niemand mag verstrekken (11 CCR 7024(d)); vraag ons erom.',
  },
};
