import { readAllHelp } from '../../../usecases/desk/help';
import { HelpSheet } from '../../../ui/shell/HelpSheet';
import { shown, staff } from '../../lib/session';

export const metadata = { title: 'Help' };

export default async function HelpPage() {
  const { ctx } = await staff('desk.see');
  return <HelpSheet sections={shown(readAllHelp(ctx))} />;
}
