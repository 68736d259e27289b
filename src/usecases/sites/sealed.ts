import { firstShape, sealedAs } from '../keys/sealedValue';

/** As whom a scan signs in on a site: a customer who was made up for it. */
export interface SiteSignIn {
  url: string;
  user: string;
  password: string;
}

/** Under the installation's own key. */
export const siteSignIn = sealedAs(
  firstShape<SiteSignIn>(),
  'sites.sign_in_sealed',
  (siteId: string) => `site:${siteId}`,
);
