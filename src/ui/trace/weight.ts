/** What the number beside a match means, for whoever asks. */
export const WEIGHT =
  'Weight: how much the fields speak for or against this being the same person. One point more is twice as likely; ' +
  'a rare name that agrees weighs more than a common one.';
