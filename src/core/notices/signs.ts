import type { Language } from '../letters/mailings';

/** What a sentence says, or denies, in each language a notice is written in. */
export type Sign =
  | 'no-children'
  | 'no-transfers'
  | 'no-third-parties'
  | 'no-trackers'
  | 'no-marketing'
  | 'no-sale'
  | 'no-automation'
  | 'no-special'
  | 'breach'
  | 'for-ever'
  | 'rights'
  | 'withdrawal'
  | 'complaint'
  | 'recipients-heading';

export const SIGNS: Readonly<Record<Sign, Readonly<Record<Language, RegExp>>>> = {
  'no-children': {
    en: new RegExp(
      String.raw`\b(not|never|no)\b[^.]{0,80}\b(child(ren)?|minors?|anyone under|persons? under|people unde` +
        String.raw`r|under the age)\b`,
      'i',
    ),
    da: /\b(ikke|aldrig|ingen)\b[^.]{0,80}\b(børn|mindreårige|personer under)\b/i,
    de: /\b(nicht|keine[nrs]?|niemals|nie)\b[^.]{0,80}(kinder|minderjährige|personen unter)/i,
    nl: /\b(niet|geen|nooit)\b[^.]{0,80}\b(kinderen|minderjarigen|personen onder)\b/i,
  },
  'no-transfers': {
    en: new RegExp(
      String.raw`\b(not|never|no data)\b[^.]{0,60}\b(transfer|send|sent|leaves?|moved?|process)\w*\b[^.]{0,80}` +
        String.raw`\b(outside|beyond|third countr|abroad|other countries|united states)` +
        String.raw`|\b(stays?|remains?|kept|stored|processed) (only |solely |exclusively )?` +
        String.raw`(in|inside|within) (the )?(eu|eea|european|europe)\b`,
      'i',
    ),
    da: new RegExp(
      String.raw`\b(ikke|aldrig|ingen)\b` +
        String.raw`[^.]{0,80}(uden for|tredjeland|udlandet)|\b(forbliver|bliver) (kun )?(i|inden for) (eu|eøs|europa)\b`,
      'i',
    ),
    de: new RegExp(
      String.raw`\b(nicht|keine|niemals|nie)\b` +
        String.raw`[^.]{0,80}(außerhalb|drittl[aä]nd|ausland)|\b(bleiben|verbleiben)\b[^.]{0,40}\b(eu|ewr|europa|europäischen)`,
      'i',
    ),
    nl: new RegExp(
      String.raw`\b(niet|geen|nooit)\b[^.]{0,80}\b(buiten|derde landen|buitenland)\b|\bblijven\b` +
        String.raw`[^.]{0,40}\b(eu|eer|europa|europese)`,
      'i',
    ),
  },
  'no-third-parties': {
    en: new RegExp(
      String.raw`\b(not|never|no)\b[^.]{0,60}\b(share|pass|disclose|give|hand|provide|sell)\w*\b[^.]{0,60}` +
        String.raw`\b(third[ -]part(y|ies)|anyone else|anybody else|others|any other compan(y|ies)|outside companies)\b`,
      'i',
    ),
    da: new RegExp(
      String.raw`\b(ikke|aldrig)\b[^.]{0,80}\b(tredjepart(er)?|tredjemand|andre (virksomheder|firmaer)|til ` +
        String.raw`andre|med andre)\b`,
      'i',
    ),
    de: new RegExp(
      String.raw`\b(nicht|keine|niemals|nie)\b` +
        String.raw`[^.]{0,60}\b(dritten?|andere[nr]? (unternehmen|firmen)|andere weiter)\b|\bdritten?\b[^.]{0,60}\b(nicht|niemals|nie)\b`,
      'i',
    ),
    nl: /\b(niet|geen|nooit)\b[^.]{0,80}\b(derden?|derde partijen|andere (bedrijven|partijen)|anderen)\b/i,
  },
  'no-trackers': {
    en: /\b(not|never|no|without)\b[^.]{0,50}\b(cookies?|trackers?|tracking|web beacons?|analytics)\b/i,
    da: /\b(ikke|aldrig|ingen|uden)\b[^.]{0,50}\b(cookies?|sporing|sporingsværktøj\w*|statistikværktøj\w*)\b/i,
    de: /\b(nicht|keine|ohne|niemals)\b[^.]{0,50}\b(cookies?|tracker|tracking|zählpixel)\b/i,
    nl: /\b(niet|geen|zonder|nooit)\b[^.]{0,50}\b(cookies?|trackers?|volgsoftware)\b/i,
  },
  'no-marketing': {
    en: new RegExp(
      String.raw`\b(not|never|no)\b[^.]{0,50}\b(advertis\w+|marketing|newsletters?|promotional)\b(?!` +
        String.raw`[^.]{0,60}\b(unless|without your (consent|agreement)|if you)\b)`,
      'i',
    ),
    da: new RegExp(
      String.raw`\b(ikke|aldrig|ingen)\b[^.]{0,50}\b(reklame\w*|markedsføring|nyhedsbreve?)\b(?!` +
        String.raw`[^.]{0,60}\b(medmindre|uden (dit )?samtykke)\b)`,
      'i',
    ),
    de: new RegExp(
      String.raw`\b(nicht|keine|niemals|nie)\b[^.]{0,50}\b(werbung|marketing|newsletter)\b(?!` +
        String.raw`[^.]{0,60}\b(es sei denn|ohne ihre einwilligung)\b)`,
      'i',
    ),
    nl: new RegExp(
      String.raw`\b(niet|geen|nooit)\b[^.]{0,50}\b(reclame|marketing|nieuwsbrie(f|ven))\b(?!` +
        String.raw`[^.]{0,60}\b(tenzij|zonder (uw )?toestemming)\b)`,
      'i',
    ),
  },
  'no-sale': {
    en: /\b(not|never)\b[^.]{0,40}\b(sell|sold)\b/i,
    da: /\b(ikke|aldrig)\b[^.]{0,40}\b(sælger|solgt|sælge)\b|\bsælger (vi )?(ikke|aldrig)\b/i,
    de: new RegExp(
      String.raw`\b(verkaufen|verkauft)\b[^.]{0,60}\b(nicht|niemals|nie|keine)\b|\b(nicht|niemals|nie)\b` +
        String.raw`[^.]{0,40}\b(verkauft|verkaufen)\b`,
      'i',
    ),
    nl: /\b(verkopen|verkocht)\b[^.]{0,60}\b(niet|nooit|geen)\b|\b(niet|nooit)\b[^.]{0,40}\b(verkopen|verkocht)\b/i,
  },
  'no-automation': {
    en: new RegExp(
      String.raw`\b(not|never|no)\b[^.]{0,60}\b(automated (decision|profiling)|automatic decision|profiling` +
        String.raw`|decisions?\b[^.]{0,40}\bby (a )?(program|computer|machine))`,
      'i',
    ),
    da: new RegExp(
      String.raw`\b(ikke|aldrig|ingen)\b` +
        String.raw`[^.]{0,60}(automatisk\w* (afgørelse|beslutning)|profilering|(afgørelse|beslutning)[^.]{0,40}program)`,
      'i',
    ),
    de: new RegExp(
      String.raw`\b(nicht|keine|niemals)\b[^.]{0,60}(automatisierte\w* entscheidung|profiling|entscheidung` +
        String.raw`[^.]{0,40}programm)`,
      'i',
    ),
    nl: new RegExp(
      String.raw`\b(niet|geen|nooit)\b` +
        String.raw`[^.]{0,60}(geautomatiseerde (besluit|beslissing)|profilering|(besluit|beslissing)[^.]{0,40}programma)`,
      'i',
    ),
  },
  'no-special': {
    en: /\b(not|never|no)\b[^.]{0,60}\b(sensitive|special categor(y|ies)|health)\b/i,
    da: /\b(ikke|aldrig|ingen)\b[^.]{0,60}\b(følsomme|særlige kategorier|helbred\w*)\b/i,
    de: /\b(nicht|keine|niemals)\b[^.]{0,60}\b(besonderen? kategorien|sensiblen?|gesundheit\w*)\b/i,
    nl: /\b(niet|geen|nooit)\b[^.]{0,60}\b(bijzondere|gevoelige|gezondheid\w*)\b/i,
  },
  breach: {
    en: /\b(breach|leak|incident|data loss)\w*\b/i,
    da: /\b(brud|sikkerhedsbrud|læk|hændelse)\w*/i,
    de: /(datenpanne|verletzung|vorfall|datenleck|schutzverletzung)/i,
    nl: /(datalek|inbreuk|lek|incident)/i,
  },
  'for-ever': {
    en: new RegExp(
      String.raw`\b(for ever|forever|indefinitely|without (a )?time limit|permanently|as long as we (like|w` +
        String.raw`ant|see fit|wish))\b`,
      'i',
    ),
    da: /\b(for evigt|på ubestemt tid|uden tidsbegrænsning|så længe vi (vil|ønsker))\b/i,
    de: /\b(für immer|unbegrenzt|auf unbestimmte zeit|dauerhaft|solange wir (wollen|möchten))\b/i,
    nl: /\b(voor altijd|voor onbepaalde tijd|onbeperkt|zo lang (als )?wij willen)\b/i,
  },
  rights: {
    en: new RegExp(
      String.raw`\b(right (of|to) (access|a copy)|ask (us )?which data|copy of (your|the) data|right of acc` +
        String.raw`ess|access (to )?your data)\b`,
      'i',
    ),
    da: /\b(indsigt|hvilke (data|oplysninger) vi har|kopi af (dine|de) (data|oplysninger))\b/i,
    de: /(auskunft|welche (ihrer )?daten wir|kopie ihrer daten)/i,
    nl: /\b(inzage|welke gegevens wij|kopie van uw gegevens)\b/i,
  },
  withdrawal: {
    en: /\b(withdraw|take (it |a yes |your yes )?back|taken back|stop at any time|change your mind)\b/i,
    da: /\b(trække|tilbagekalde|trækkes tilbage|tages tilbage|fortryde)\b/i,
    de: /(widerruf|zurücknehm|zurückgenommen)/i,
    nl: /\b(intrekken|ingetrokken|terugnemen|teruggenomen)\b/i,
  },
  complaint: {
    en: /\b(complain|complaint|lodge)\w*\b/i,
    da: /\bklage\w*\b/i,
    de: /beschwer/i,
    nl: /\b(klacht|klagen)\b/i,
  },
  'recipients-heading': {
    en: /\b(who (receives|gets)|recipients?|shar(e|ing)|third[ -]part)/i,
    da: /(hvem (får|modtager)|modtager|deler)/i,
    de: /(wer .*(erhält|bekommt)|empfänger|weitergabe)/i,
    nl: /(wie .*(ontvangt|krijgt)|ontvangers?|delen)/i,
  },
};
