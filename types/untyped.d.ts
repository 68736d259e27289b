declare module 'talisman/metrics/damerau-levenshtein' {
  export default function damerauLevenshtein(a: string, b: string): number;
}
declare module 'talisman/metrics/jaro-winkler' {
  export default function jaroWinkler(a: string, b: string): number;
}
declare module 'talisman/phonetics/double-metaphone' {
  export default function doubleMetaphone(word: string): [string, string];
}
declare module 'nodemailer/lib/mail-composer/index.js' {
  import MailComposer from 'nodemailer/lib/mail-composer';
  export default MailComposer;
}
