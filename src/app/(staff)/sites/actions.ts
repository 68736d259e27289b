'use server';

import { addSiteInput, changeSiteInput, siteIdInput } from '../../../core/sites/schema';
import * as sites from '../../../usecases/sites/sites';
import { act } from '../../lib/act';

export const addSite = act(addSiteInput, sites.addSite);
export const changeSite = act(changeSiteInput, sites.changeSite);
export const closeSite = act(siteIdInput, sites.closeSite);
