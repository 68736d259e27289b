export const ROLES = [
  'coordinator',
  'reviewer',
  'supervisor',
  'retention-keeper',
  'hold-keeper',
  'system-owner',
  'counter-staff',
  'auditor',
  'administrator',
] as const;
export type Role = (typeof ROLES)[number];

/**
 * How far a role may go in an act.
 * `all` may · `own` only where they are a member, assigned or the author · `masked` sees masked values · absent: may not.
 */
export type Reach = 'all' | 'own' | 'masked';

export const ACTS = [
  'desk.see',
  'requests.see',
  'requests.work',
  'requests.review',
  'persons.see',
  'choices.record',
  'ledger.see',
  'ledger.export',
  'ledger.verify',
  'ledger.remove-sealed',
  'imports.run',
  'audiences.check',
  'drift.see',
  'drift.correct',
  'identities.link',
  'purposes.see',
  'purposes.draft',
  'purposes.publish',
  'keys.change',
  'assignments.see',
  'assignments.change',
  'figures.see',
  'letters.see',
  'letters.change',
  'systems.see',
  'systems.change',
  'erasure.plan',
  'keeping.see',
  'trail.see',
  'people.see',
  'people.change',
  'installation.see',
  'installation.change',
  'retention.change',
  'sites.see',
  'sites.change',
] as const;
export type Act = (typeof ACTS)[number];

type Row = Partial<Record<Role, Reach>>;

const EVERYONE: Row = Object.fromEntries(ROLES.map((role) => [role, 'all' as const]));

/** Who may do what. Roles add up; the widest reach counts. */
export const ACCESS: Readonly<Record<Act, Row>> = {
  'desk.see': EVERYONE,
  'requests.see': { coordinator: 'own', reviewer: 'own', supervisor: 'all', auditor: 'masked' },
  'requests.work': { coordinator: 'own', supervisor: 'all' },
  'requests.review': { coordinator: 'own', reviewer: 'own', supervisor: 'all' },
  'persons.see': { coordinator: 'all', supervisor: 'all', 'hold-keeper': 'masked', auditor: 'masked' },
  'choices.record': { coordinator: 'all', supervisor: 'all', 'counter-staff': 'all' },
  'ledger.see': { coordinator: 'all', supervisor: 'all', auditor: 'all' },
  'ledger.export': { coordinator: 'all', supervisor: 'all', auditor: 'all' },
  'ledger.verify': { coordinator: 'all', supervisor: 'all', auditor: 'all' },
  'imports.run': { coordinator: 'all', supervisor: 'all', 'system-owner': 'own' },
  'systems.see': { coordinator: 'all', supervisor: 'all', auditor: 'all', administrator: 'all', 'system-owner': 'own' },
  'systems.change': { administrator: 'all', 'system-owner': 'own' },
  'erasure.plan': { coordinator: 'own', supervisor: 'all' },
  'ledger.remove-sealed': { supervisor: 'all' },
  'audiences.check': { coordinator: 'all', supervisor: 'all' },
  'drift.see': { coordinator: 'all', supervisor: 'all', auditor: 'masked', 'system-owner': 'own' },
  'drift.correct': { coordinator: 'all', supervisor: 'all' },
  'identities.link': { coordinator: 'all', supervisor: 'all' },
  'purposes.see': { coordinator: 'all', supervisor: 'all', auditor: 'all' },
  'purposes.draft': { coordinator: 'all', supervisor: 'all' },
  'purposes.publish': { supervisor: 'all' },
  'keys.change': { administrator: 'all' },
  'assignments.see': { coordinator: 'all', supervisor: 'all', auditor: 'all', administrator: 'all' },
  'letters.see': { coordinator: 'all', supervisor: 'all', auditor: 'all' },
  'letters.change': { supervisor: 'all' },
  'figures.see': { coordinator: 'all', supervisor: 'all', auditor: 'all' },
  'assignments.change': { supervisor: 'all', administrator: 'all' },
  'keeping.see': {
    coordinator: 'all',
    supervisor: 'all',
    'retention-keeper': 'all',
    'hold-keeper': 'all',
    'system-owner': 'all',
    auditor: 'all',
  },
  'trail.see': {
    ...Object.fromEntries(ROLES.map((role) => [role, 'own' as const])),
    supervisor: 'all',
    auditor: 'all',
  },
  'people.see': { auditor: 'all', administrator: 'all' },
  'people.change': { administrator: 'all' },
  'installation.see': { supervisor: 'all', auditor: 'all', administrator: 'all' },
  'installation.change': { administrator: 'all' },
  'retention.change': { 'retention-keeper': 'all' },
  'sites.see': { coordinator: 'all', supervisor: 'all', auditor: 'all', administrator: 'all' },
  'sites.change': { supervisor: 'all', administrator: 'all' },
};

const WIDTH: Record<Reach, number> = { masked: 1, own: 2, all: 3 };

/** The widest reach the roles give, or null: may not. */
export function reachOf(roles: readonly Role[], act: Act): Reach | null {
  let widest: Reach | null = null;
  for (const role of roles) {
    const reach = ACCESS[act][role];
    if (reach && (!widest || WIDTH[reach] > WIDTH[widest])) widest = reach;
  }
  return widest;
}

/** All that these roles may do, to whatever extent. */
export function actsOf(roles: readonly Role[]): Act[] {
  return ACTS.filter((act) => reachOf(roles, act) !== null);
}
