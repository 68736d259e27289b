import type { AccessRefusal } from '../../core/access/refusals';
import { frameLetter, wordsOf } from '../../core/letters/frame';
import { LANGUAGES, languageOf } from '../../core/letters/mailings';
import { checkTemplate, type FieldValue, type TemplateFault } from '../../core/letters/render';
import { TEMPLATE_FIELDS, TEMPLATE_IDS, type TemplateId } from '../../core/letters/templateList';
import { letterText } from '../../core/letters/letter';
import type { TemplateView } from '../../core/letters/views';
import { ok, refuse, type Result } from '../../core/shared/result';
import { userNames } from '../../db/access/users';
import { insertTemplate, newestTemplate, templateVersions } from '../../db/letters/templates';
import type { Context } from '../shared/context';
import { reach } from '../shared/may';
import { recordTrail } from '../trail/recordTrail';

/** Every letter in every language, as it is used now, with who changed it last. */
export async function readTemplates(ctx: Context): Promise<Result<TemplateView[], AccessRefusal>> {
  if (!reach(ctx, 'letters.see')) return refuse({ code: 'not-allowed', act: 'letters.see' });
  return ctx.transaction(async (h) => {
    const names = await userNames(h);
    const versions = await templateVersions(h);
    return ok(
      TEMPLATE_IDS.flatMap((template) =>
        LANGUAGES.map((language): TemplateView => {
          const own = versions.find((row) => row.template === template && row.language === language);
          return {
            template,
            language,
            version: own?.version ?? 0,
            text: own?.text || wordsOf(language).templates[template],
            isOwn: Boolean(own?.text),
            by: own ? (names.get(own.author_id) ?? null) : null,
            at: own?.at ?? null,
            fields: TEMPLATE_FIELDS[template].map(({ name, isNeeded }) => ({ name, isNeeded })),
          };
        }),
      ),
    );
  });
}

/** The letter a template would make, with sample values; or what is wrong with it. */
export function previewTemplate(
  ctx: Context,
  input: { template: TemplateId; language: string; text: string },
): Result<{ subject: string; text: string }, TemplateFault | AccessRefusal> {
  if (!reach(ctx, 'letters.see')) return refuse({ code: 'not-allowed', act: 'letters.see' });
  const fault = faultOf(input);
  if (fault) return refuse(fault);
  const samples: Record<string, FieldValue> = Object.fromEntries(
    TEMPLATE_FIELDS[input.template]
      .filter(({ name }) => name !== 'remedies' && name !== 'right')
      .map(({ name, sample }) => [name, sample]),
  );
  const letter = frameLetter(
    input.template,
    {
      ref: 'BK-2026-00042',
      name: 'Lone Dam',
      language: input.language,
      right: 'access',
      remedies: wordsOf(input.language).remedies(ctx.organisation.authority),
      organisation: ctx.organisation,
    },
    samples,
    { version: 0, text: input.text },
  );
  return ok({ subject: letter.subject, text: letterText(letter) });
}

function faultOf({ template, text }: { template: TemplateId; text: string }): TemplateFault | null {
  const fields = TEMPLATE_FIELDS[template];
  return checkTemplate(
    text,
    fields.map(({ name }) => name),
    fields.filter(({ isNeeded }) => isNeeded).map(({ name }) => name),
  );
}

/** A new version of a letter's wording; an empty text goes back to the wording as it ships. Letters already written keep theirs. */
export async function saveTemplate(
  ctx: Context,
  input: { template: TemplateId; language: string; text: string },
): Promise<Result<{ version: number }, AccessRefusal | TemplateFault>> {
  if (!reach(ctx, 'letters.change')) return refuse({ code: 'not-allowed', act: 'letters.change' });
  const text = input.text.replace(/\r\n/g, '\n').trim();
  const fault = text ? faultOf({ ...input, text }) : null;
  if (fault) return refuse(fault);
  const language = languageOf(input.language);
  return ctx.transaction(async (h) => {
    const version = ((await newestTemplate(h, input.template, language))?.version ?? 0) + 1;
    await insertTemplate(h, {
      template: input.template,
      language,
      version,
      text,
      author_id: ctx.actor.id,
      at: ctx.clock.now(),
    });
    await recordTrail(ctx, h, 'letter-template-changed', `${input.template}/${language}`, `version ${version}`);
    return ok({ version });
  });
}
