import { SitesSheet } from '../../../ui/sites/SitesSheet';
import { readSites } from '../../../usecases/sites/sites';
import { shown, staff } from '../../lib/session';
import { addSite } from './actions';

export const metadata = { title: 'Sites' };

export default async function SitesPage() {
  const { ctx } = await staff('sites.see');
  return <SitesSheet view={shown(await readSites(ctx))} actions={{ addSite }} />;
}
