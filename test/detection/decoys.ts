import { numbers } from '../matching/people';

// Numbers that are nobody's: of orders, parts, parcels and versions, and those of people with a digit that makes their arithmetic wrong.

export interface Decoy {
  text: string;
  start: number;
  end: number;
  what: string;
}

const digits = (random: () => number, n: number): string =>
  Array.from({ length: n }, (_, i) => String(i === 0 ? 1 + Math.floor(random() * 9) : Math.floor(random() * 10))).join(
    '',
  );
const letters = (random: () => number, n: number): string =>
  Array.from({ length: n }, () => 'ABCDEFGHKLMNPRSTVWXZ'[Math.floor(random() * 20)]).join('');

/** Makes the last digit one that Luhn's sum refuses. */
function notLuhn(number: string): string {
  const sum = [...number].reverse().reduce((all, digit, i) => {
    const one = Number(digit) * (i % 2 === 1 ? 2 : 1);
    return all + (one > 9 ? one - 9 : one);
  }, 0);
  return sum % 10 === 0 ? `${number.slice(0, -1)}${(Number(number.at(-1)) + 1) % 10}` : number;
}

type Make = (random: () => number) => string;

const MADE: Readonly<Record<string, Make>> = {
  order: (random) => digits(random, 8 + Math.floor(random() * 3)),
  'order with year': (random) => `2026-${digits(random, 5)}`,
  part: (random) => `${digits(random, 4)}-${digits(random, 4)}-${digits(random, 1)}`,
  serial: (random) => `SN ${digits(random, 4)} ${digits(random, 4)} ${digits(random, 4)}`,
  frame: (random) => `${letters(random, 2)}${digits(random, 8)}`,
  parcel: (random) => `${letters(random, 2)}${digits(random, 9)}${letters(random, 2)}`,
  barcode: (random) => digits(random, 13),
  version: (random) => `${digits(random, 1)}.${digits(random, 2)}.${digits(random, 1)}`,
  amount: (random) => `${digits(random, 2)}.${digits(random, 3)},${digits(random, 2)}`,
  'wrong card': (random) => notLuhn(`4${digits(random, 15)}`).replace(/(.{4})(?=.)/g, '$1 '),
  'wrong iban': (random) =>
    `DE00 ${digits(random, 4)} ${digits(random, 4)} ${digits(random, 4)} ${digits(random, 4)} ${digits(random, 2)}`,
  'no day of birth': (random) => `3102${digits(random, 2)}-${digits(random, 4)}`,
};

/** What stands before each, in six languages; the number itself is all that is asked about. */
const BEFORE: Readonly<Record<string, readonly string[]>> = {
  order: ['order number', 'ordrenummer', 'Bestellnummer', 'bestelnummer', 'numéro de commande', 'número de pedido'],
  'order with year': ['invoice', 'faktura', 'Rechnung', 'factuur', 'facture', 'factura'],
  part: ['part number', 'varenummer', 'Artikelnummer', 'artikelnummer', 'référence', 'referencia'],
  serial: ['serial', 'serienummer', 'Seriennummer', 'serienummer', 'numéro de série', 'número de serie'],
  frame: ['model', 'model', 'Modell', 'model', 'modèle', 'modelo'],
  parcel: ['parcel', 'pakke', 'Paket', 'pakket', 'colis', 'paquete'],
  barcode: ['barcode', 'stregkode', 'Strichcode', 'streepjescode', 'code-barres', 'código de barras'],
  version: ['version', 'version', 'Version', 'versie', 'version', 'versión'],
  amount: ['total', 'i alt', 'gesamt', 'totaal', 'total', 'total'],
  'wrong card': ['card', 'kort', 'Karte', 'kaart', 'carte', 'tarjeta'],
  'wrong iban': ['IBAN', 'IBAN', 'IBAN', 'IBAN', 'IBAN', 'IBAN'],
  'no day of birth': ['ticket', 'sag', 'Vorgang', 'zaak', 'dossier', 'caso'],
};

const AROUND: readonly ((before: string) => [head: string, tail: string])[] = [
  (before) => [`${before} `, ' came twice.'],
  (before) => [`Re: ${before}: `, '\nthanks'],
  (before) => [`2 x 49.95, ${before} `, ', closed on 2026-03-14'],
];

export function decoys(seed: number, count: number): Decoy[] {
  const random = numbers(seed).next;
  const kinds = Object.keys(MADE);
  return Array.from({ length: count }, (_, i) => {
    const what = kinds[i % kinds.length]!;
    const number = MADE[what]!(random);
    const before = BEFORE[what]![Math.floor(random() * 6)]!;
    const [head, tail] = AROUND[Math.floor(random() * AROUND.length)]!(before);
    return { text: `${head}${number}${tail}`, start: head.length, end: head.length + number.length, what };
  });
}
