import { reachOf } from '../../../../core/access/roles';
import { LettersPanel } from '../../../../ui/letters/LettersPanel';
import { readTemplates } from '../../../../usecases/letters/templates';
import { shown, staff } from '../../../lib/session';
import { previewTemplate, saveTemplate } from './actions';

export const metadata = { title: 'Letters' };

export default async function LettersPage() {
  const { ctx, actor } = await staff('letters.see');
  return (
    <LettersPanel
      templates={shown(await readTemplates(ctx))}
      mayChange={reachOf(actor.roles, 'letters.change') !== null}
      zone={ctx.organisation.zone}
      previewTemplate={previewTemplate}
      saveTemplate={saveTemplate}
    />
  );
}
