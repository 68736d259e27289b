export interface Clock {
  /** The legal now, RFC 3339 in UTC. May be fixed in demo and test. */
  now(): string;
  /** The machine's now: for sessions, back-off, expiry of links. Never fixed. */
  real(): string;
}
