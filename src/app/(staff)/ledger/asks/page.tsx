import { AsksSheet } from '../../../../ui/asks/AsksSheet';
import { readAsks } from '../../../../usecases/asks/wordings';
import { shown, staff } from '../../../lib/session';
import { checkWording, countAsk, publishWording } from '../actions';

export const metadata = { title: 'Asks' };

export default async function AsksPage() {
  const { ctx } = await staff('purposes.see');
  return (
    <AsksSheet
      {...shown(await readAsks(ctx))}
      now={ctx.clock.now()}
      zone={ctx.organisation.zone}
      actions={{ checkWording, publishWording, countAsk }}
    />
  );
}
