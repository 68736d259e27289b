import { plainFieldName } from './fieldHolds';

/** Whose a field is: `subject` whom the record is about, `other` somebody whom it only names. */
export const FIELD_ROLES = ['subject', 'other'] as const;
export type FieldRole = (typeof FIELD_ROLES)[number];

/** Words of names that say whose something is, in the languages people name fields in. */
const OTHERS =
  /(^|_)(guardian|parent|mother|father|spouse|partner|emergency|next_of_kin|referr(er|ed_by)|recommended_by|invited_by|gift_(to|recipient)|giftee|agent|seller|vendor|supplier|employee|staff|assignee|assigned_to|owner_agent|handled_by|created_by|updated_by|approved_by|manager|supervisor|colleague|mechanic|driver|guide|author_of_reply|reply_(by|from)|other_party|counterparty|witness|vaerge|foraelder|paarorende|aegtefaelle|saelger|medarbejder|vormund|eltern(teil)?|ehepartner|notfall(kontakt)?|verkaeufer|mitarbeiter|bearbeiter|voogd|ouder|echtgenoot|noodcontact|verkoper|medewerker)(_|$)/;

/**
 * Whose a field seems to be, by its name. A person confirms it.
 *
 * @example proposeRole('emergency_contact_phone') // 'other'
 */
export function proposeRole(field: string): FieldRole {
  return field.split('.').some((part) => OTHERS.test(plainFieldName(part))) ? 'other' : 'subject';
}
