import { reachOf, type Act, type Role } from '../../core/access/roles';

export interface Place {
  href: string;
  title: string;
  act: Act;
  key: string;
  /** Draws a rule above it. */
  begins?: boolean;
  /** A place of its own for this role alone; the others reach it through another place. */
  only?: Role;
}

/** The places, in the order of the work. */
export const PLACES: readonly Place[] = [
  { href: '/desk', title: 'Desk', act: 'desk.see', key: 'd' },
  { href: '/requests', title: 'Requests', act: 'requests.see', key: 'r' },
  { href: '/people', title: 'People', act: 'persons.see', key: 'p' },
  { href: '/ledger', title: 'Ledger', act: 'ledger.see', key: 'l' },
  { href: '/ledger/counter', title: 'Counter', act: 'choices.record', key: 'c', only: 'counter-staff' },
  { href: '/systems', title: 'Systems', act: 'systems.see', key: 's', begins: true },
  { href: '/sites', title: 'Sites', act: 'sites.see', key: 'w' },
  { href: '/keeping', title: 'Keeping', act: 'keeping.see', key: 'k' },
  { href: '/trail', title: 'Trail', act: 'trail.see', key: 't', begins: true },
  { href: '/setup', title: 'Setup', act: 'installation.see', key: 'u' },
];

export function placesOf(roles: readonly Role[]): Place[] {
  return PLACES.filter(
    ({ act, only }) =>
      reachOf(roles, act) !== null && (!only || (roles.includes(only) && reachOf(roles, 'ledger.see') === null)),
  );
}
