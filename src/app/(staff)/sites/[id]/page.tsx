import { SiteSheet } from '../../../../ui/sites/SiteSheet';
import { readSite } from '../../../../usecases/sites/sites';
import { shown, staff } from '../../../lib/session';
import { changeSite, closeSite } from '../actions';

interface Props {
  params: Promise<{ id: string }>;
}

export async function generateMetadata({ params }: Props) {
  return { title: `Site ${(await params).id}` };
}

export default async function SitePage({ params }: Props) {
  const { ctx } = await staff('sites.see');
  const view = shown(await readSite(ctx, await params));
  return <SiteSheet view={view} actions={{ changeSite, closeSite }} />;
}
