import { TakeOverSheet } from '../../../../ui/intake/TakeOverSheet';
import { staff } from '../../../lib/session';
import { readTakeOver, takeOver, tryTakeOver } from '../actions';

export const metadata = { title: 'Take over requests' };

export default async function TakeOverPage() {
  await staff('requests.work');
  return <TakeOverSheet actions={{ readTakeOver, tryTakeOver, takeOver }} />;
}
