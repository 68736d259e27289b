import { PeopleSearch } from '../../../ui/people/PeopleSearch';
import { staff } from '../../lib/session';
import { findPeople } from './actions';

export const metadata = { title: 'People' };

export default async function PeoplePage() {
  await staff('persons.see');
  return <PeopleSearch findPeople={findPeople} />;
}
