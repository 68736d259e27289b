import { readScripts } from '../../../../usecases/ledger/recordByHand';
import { CounterSheet } from '../../../../ui/ledger/CounterSheet';
import { shown, staff } from '../../../lib/session';
import { findAtCounter, recordByHand } from '../actions';

export const metadata = { title: 'Counter and phone' };

export default async function CounterPage() {
  const { ctx } = await staff('choices.record');
  return <CounterSheet scripts={shown(await readScripts(ctx))} actions={{ findAtCounter, recordByHand }} />;
}
