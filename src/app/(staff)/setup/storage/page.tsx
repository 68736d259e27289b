import { readStorage } from '../../../../usecases/installation/readStorage';
import { StorageSheet } from '../../../../ui/installation/StorageSheet';
import { shown, staff } from '../../../lib/session';

export const metadata = { title: 'Storage and backups' };

export default async function StoragePage() {
  const { ctx } = await staff('installation.see');
  return <StorageSheet view={shown(await readStorage(ctx))} />;
}
