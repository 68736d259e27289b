/** What a machine may be let do, each with its words for whoever makes the key. */
export const SCOPE_WORDS = {
  'choices:write': 'record choices and sales',
  'standing:read': 'ask whether somebody may be addressed',
  'ledger:read': 'read and verify the ledger',
  'requests:write': 'open requests',
  'requests:read': 'see how a request stands',
  'clock:read': 'work out due dates',
  'people:read': 'compare records of people',
  'detect:read': 'find personal data in a text',
} as const;

export type Scope = keyof typeof SCOPE_WORDS;
export const SCOPES = Object.keys(SCOPE_WORDS) as Scope[];
