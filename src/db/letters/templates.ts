import type { Handle } from '../shared/handle';

export interface TemplateRow {
  template: string;
  language: string;
  version: number;
  text: string;
  author_id: string;
  at: string;
}

/** The newest version of the organisation's own; none where the shipped wording is used. An empty text goes back to that. */
export async function newestTemplate(h: Handle, template: string, language: string): Promise<TemplateRow | undefined> {
  return h.trx('letter_templates').where({ template, language }).orderBy('version', 'desc').first();
}

export async function templateVersions(h: Handle): Promise<TemplateRow[]> {
  return h
    .trx('letter_templates')
    .orderBy(['template', 'language', { column: 'version', order: 'desc' }])
    .limit(2000);
}

export async function insertTemplate(h: Handle, row: TemplateRow): Promise<void> {
  await h.trx('letter_templates').insert(row);
}
