import { frameLetter } from '../../core/letters/frame';
import type { Letter } from '../../core/letters/letter';
import { languageOf } from '../../core/letters/mailings';
import { remediesOf } from '../../core/letters/remedies';
import type { FieldValue } from '../../core/letters/render';
import type { TemplateId } from '../../core/letters/templateList';
import { localDay } from '../../core/shared/days';
import { lawTable } from '../../db/clock/laws';
import type { Handle } from '../../db/shared/handle';
import { newestTemplate } from '../../db/letters/templates';
import type { RequestRow } from '../../db/requests/requests';
import type { Context } from '../shared/context';

/** A letter about a request, in its language and the newest wording. */
export async function writeLetter(
  ctx: Context,
  h: Handle,
  request: Pick<RequestRow, 'ref' | 'language' | 'right' | 'regimes' | 'received_at'>,
  name: string | null,
  template: TemplateId,
  fields: Readonly<Record<string, FieldValue>>,
): Promise<Letter> {
  const on = localDay(request.received_at, ctx.organisation.zone);
  const remedies = remediesOf(
    { language: request.language, regimes: request.regimes, authority: ctx.organisation.authority, on },
    await lawTable(h),
  );
  const own = await newestTemplate(h, template, languageOf(request.language));
  return frameLetter(
    template,
    {
      ref: request.ref,
      name,
      language: request.language,
      right: request.right,
      remedies,
      organisation: ctx.organisation,
    },
    fields,
    own?.text ? own : null,
  );
}
