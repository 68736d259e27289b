/** What we know or are told of a person: the shape of `POST /match` and of a request's person. All optional. */
export interface PersonRecord {
  givenName?: string | null;
  familyName?: string | null;
  birthDate?: string | null;
  emails?: readonly string[];
  phones?: readonly string[];
  street?: string | null;
  postcode?: string | null;
  city?: string | null;
  country?: string | null;
  /** State or province, as in ISO 3166-2 without the country. */
  region?: string | null;
  customerNumbers?: readonly { system: string; value: string }[];
}

export const PERSON_FIELDS = [
  'email',
  'phone',
  'customer-number',
  'name',
  'birth-date',
  'street',
  'postcode',
  'city',
] as const;
export type PersonField = (typeof PERSON_FIELDS)[number];
