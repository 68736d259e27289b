'use server';

import { addSiteInput, changeSiteInput, sayTrackerInput, scanPlanInput, siteIdInput } from '../../../core/sites/schema';
import * as sites from '../../../usecases/sites/sites';
import { tryInput } from '../../../core/sites/tryOut';
import * as tries from '../../../usecases/sites/trySite';
import * as scans from '../../../usecases/sites/startScan';
import { act } from '../../lib/act';

export const addSite = act(addSiteInput, sites.addSite);
export const changeSite = act(changeSiteInput, sites.changeSite);
export const closeSite = act(siteIdInput, sites.closeSite);

export const startTry = act(tryInput, tries.startTry);

export const startScan = act(siteIdInput, scans.startScan);
export const planScan = act(scanPlanInput, scans.planScan);
export const sayTracker = act(sayTrackerInput, scans.sayTracker);
