import { reachOf } from '../../../../core/access/roles';
import { readApiKeys } from '../../../../usecases/access/apiKeys';
import { ApiKeysSheet } from '../../../../ui/access/ApiKeysSheet';
import { shown, staff } from '../../../lib/session';
import { makeApiKey, revokeApiKey, rotateApiKey } from '../actions';

export const metadata = { title: 'Keys for the API' };

export default async function ApiKeysPage() {
  const { ctx, actor } = await staff('installation.see');
  return (
    <ApiKeysSheet
      {...shown(await readApiKeys(ctx))}
      zone={ctx.organisation.zone}
      mayChange={reachOf(actor.roles, 'installation.change') !== null}
      actions={{ makeApiKey, rotateApiKey, revokeApiKey }}
    />
  );
}
