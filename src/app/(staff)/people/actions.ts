'use server';

import { findPeopleInput, linkPersonsInput } from '../../../core/people/schema';
import * as finding from '../../../usecases/people/findPeople';
import * as linking from '../../../usecases/people/linkPersons';
import { act } from '../../lib/act';

/** An action rather than an address: what is searched for is personal data and stays out of URLs. */
export const findPeople = act(findPeopleInput, finding.findPeople);
export const linkPersons = act(linkPersonsInput, linking.linkPersons);
export const unlinkPersons = act(linkPersonsInput, linking.unlinkPersons);
