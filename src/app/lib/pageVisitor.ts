import type { PageVisitor } from '../../usecases/sites/panel';
import { clientAddress } from './session';

/** Who opens a page of a site, as far as the request says it. */
export async function pageVisitor(request: Request): Promise<PageVisitor> {
  const tries = new URL(request.url).searchParams.get('try');
  return {
    address: await clientAddress(),
    gpc: request.headers.get('sec-gpc') === '1',
    // What is tried out is shown, and never recorded.
    tries: tries !== null && /^[A-Z]{2}(-[A-Z0-9]{1,3})?$/.test(tries) ? tries : null,
  };
}
