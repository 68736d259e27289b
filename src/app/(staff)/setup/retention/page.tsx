import { readRetention } from '../../../../usecases/keeping/retentionRules';
import { RetentionSheet } from '../../../../ui/keeping/RetentionSheet';
import { shown, staff } from '../../../lib/session';
import { addOpenRule, addRetentionRule, removeOpenRule, removeRetentionRule, strikeRetentionDraft } from '../actions';

export const metadata = { title: 'Retention' };

export default async function RetentionPage() {
  const { ctx } = await staff('keeping.see');
  return (
    <RetentionSheet
      view={shown(await readRetention(ctx))}
      actions={{ addRetentionRule, removeRetentionRule, strikeRetentionDraft, addOpenRule, removeOpenRule }}
    />
  );
}
