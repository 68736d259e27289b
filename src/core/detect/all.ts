import type { Detector } from './types';
import { CONTACT } from './contact';
import { IDENTITY } from './identity';
import { MONEY } from './money';
import { PEOPLE } from './names';
import { NUMBERS } from './numbers';
import { NAMES, SPECIAL } from './special';
import { TRACES } from './traces';

/** Every built-in detector. */
export const DETECTORS: readonly Detector[] = [
  ...CONTACT,
  ...MONEY,
  ...IDENTITY,
  ...TRACES,
  ...SPECIAL,
  ...NAMES,
  ...PEOPLE,
  ...NUMBERS,
];
