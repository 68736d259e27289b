import type { Role } from './roles';

export interface Colleague {
  id: string;
  name: string;
  email: string;
  roles: Role[];
  active: boolean;
  /** Invited, and not in yet. */
  isInvited: boolean;
  /** When the invitation runs out; null: there is none that is open. */
  invitedUntil: string | null;
}

export interface ApiKeyView {
  id: string;
  name: string;
  system: string;
  scopes: string[];
  madeAt: string;
  madeBy: string | null;
  lastUsedAt: string | null;
  revokedAt: string | null;
}

/** Shown once: it is kept nowhere. */
export interface NewSecret {
  id: string;
  secret: string;
}

/** A way in for a colleague. */
export interface Invited {
  /** Whether a mail went out; else whoever invited hands the way in over. */
  isMailed: boolean;
  /** Null where it was mailed. */
  link: string | null;
}
