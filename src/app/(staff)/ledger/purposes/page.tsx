import { readPurposes } from '../../../../usecases/purposes/changePurpose';
import { PurposesSheet } from '../../../../ui/purposes/PurposesSheet';
import { shown, staff } from '../../../lib/session';
import { publishPurpose, previewPurpose } from '../actions';

export const metadata = { title: 'Purposes' };

export default async function PurposesPage() {
  const { ctx } = await staff('purposes.see');
  const { purposes, mayDraft, mayPublish } = shown(await readPurposes(ctx));
  return (
    <PurposesSheet
      versions={purposes}
      now={ctx.clock.now()}
      zone={ctx.organisation.zone}
      mayDraft={mayDraft}
      mayPublish={mayPublish}
      previewPurpose={previewPurpose}
      publishPurpose={publishPurpose}
    />
  );
}
