import { plainFieldName } from './fieldHolds';

/** Whose a field is: `subject` whom the record is about, `other` somebody whom it only names. */
export const FIELD_ROLES = ['subject', 'other'] as const;
export type FieldRole = (typeof FIELD_ROLES)[number];

/** Words of names that say whose something is, in the languages people name fields in. */
const OTHERS = new RegExp(
  String.raw`(^|_)(guardian|parent|mother|father|spouse|partner|emergency|next_of_kin|referr(er|ed_by)` +
    String.raw`|recommended_by|invited_by|gift_(to|recipient)|giftee|agent|seller|vendor|supplier|employee` +
    String.raw`|staff|assignee|assigned_to|owner_agent|handled_by|created_by|updated_by|approved_by|manager` +
    String.raw`|supervisor|colleague|mechanic|driver|guide|author_of_reply|reply_(by|from)|other_party` +
    String.raw`|counterparty|witness|vaerge|foraelder|paarorende|aegtefaelle|saelger|medarbejder|vormund|eltern` +
    String.raw`(teil)?|ehepartner|notfall(kontakt)?|verkaeufer|mitarbeiter|bearbeiter|voogd|ouder|echtgenoot` +
    String.raw`|noodcontact|verkoper|medewerker)(_|$)`,
);

/**
 * Whose a field seems to be, by its name. A person confirms it.
 *
 * @example proposeRole('emergency_contact_phone') // 'other'
 */
export function proposeRole(field: string): FieldRole {
  return field.split('.').some((part) => OTHERS.test(plainFieldName(part))) ? 'other' : 'subject';
}
