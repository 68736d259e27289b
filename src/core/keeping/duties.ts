import type { ANCHORS } from './schema';

export interface Duty {
  country: string;
  what: string;
  law: string;
  years: number;
  anchor: (typeof ANCHORS)[number];
}

/**
 * Usual duties to keep what a business books, by country: a beginning for a rule, to be looked at by whoever knows the law of the
 * place. Source: the laws named. None has been confirmed by a lawyer.
 */
export const DUTIES: readonly Duty[] = [
  { country: 'AT', what: 'books and vouchers', law: 'BAO § 132', years: 7, anchor: 'calendar-year' },
  { country: 'BE', what: 'invoices', law: 'VAT Code art. 60', years: 10, anchor: 'calendar-year' },
  { country: 'CH', what: 'books and vouchers', law: 'OR art. 958f', years: 10, anchor: 'financial-year' },
  { country: 'DE', what: 'vouchers and invoices', law: 'AO § 147, HGB § 257', years: 8, anchor: 'calendar-year' },
  { country: 'DE', what: 'business letters', law: 'AO § 147, HGB § 257', years: 6, anchor: 'calendar-year' },
  { country: 'DK', what: 'books and vouchers', law: 'Bogføringsloven § 12', years: 5, anchor: 'financial-year' },
  { country: 'ES', what: 'books and vouchers', law: 'Código de Comercio art. 30', years: 6, anchor: 'event' },
  { country: 'FI', what: 'vouchers', law: 'Kirjanpitolaki 2:10', years: 6, anchor: 'calendar-year' },
  {
    country: 'FR',
    what: 'books and vouchers',
    law: 'Code de commerce art. L123-22',
    years: 10,
    anchor: 'financial-year',
  },
  { country: 'GB', what: 'VAT records', law: 'VAT Act 1994, Sch. 11 para. 6', years: 6, anchor: 'event' },
  { country: 'IE', what: 'books and vouchers', law: 'Taxes Consolidation Act 1997 s. 886', years: 6, anchor: 'event' },
  { country: 'IT', what: 'books and vouchers', law: 'Codice civile art. 2220', years: 10, anchor: 'event' },
  { country: 'NL', what: 'books and vouchers', law: 'AWR art. 52', years: 7, anchor: 'calendar-year' },
  { country: 'NO', what: 'books and vouchers', law: 'Bokføringsloven § 13', years: 5, anchor: 'financial-year' },
  { country: 'SE', what: 'books and vouchers', law: 'Bokföringslagen 7 kap. 2 §', years: 7, anchor: 'calendar-year' },
];
