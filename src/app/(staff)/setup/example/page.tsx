import { readExample } from '../../../../usecases/installation/takeExample';
import { ExampleSheet } from '../../../../ui/installation/ExampleSheet';
import { shown, staff } from '../../../lib/session';
import { takeExample } from '../actions';

export const metadata = { title: 'An example to begin with' };

export default async function ExamplePage() {
  const { ctx } = await staff('installation.see');
  return <ExampleSheet view={shown(await readExample(ctx))} takeExample={takeExample} />;
}
