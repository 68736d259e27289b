'use server';

import { templateSchema } from '../../../../core/letters/schema';
import type { TemplateId } from '../../../../core/letters/templateList';
import type { ActionResult } from '../../../../ui/shared/actionResult';
import { previewTemplate, saveTemplate } from '../../../../usecases/letters/templates';
import { act } from '../../../lib/act';
import { readForm } from '../../../lib/form';

export async function previewLetter(
  template: TemplateId,
  language: string,
  text: string,
): Promise<ActionResult<{ subject: string; text: string }>> {
  const form = readForm(templateSchema, { template, language, text });
  return form.ok ? act(async (ctx) => previewTemplate(ctx, form.value)) : form;
}

export async function saveLetter(
  template: TemplateId,
  language: string,
  text: string,
): Promise<ActionResult<{ version: number }>> {
  const form = readForm(templateSchema, { template, language, text });
  return form.ok ? act((ctx) => saveTemplate(ctx, form.value)) : form;
}
