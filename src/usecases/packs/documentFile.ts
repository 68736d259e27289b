import { PACK_WORDS } from '../../core/words/sections';
import { applyRedactions, type Redaction } from '../../core/trace/redaction';
import type { Language } from '../../core/letters/mailings';

import type { FoundFile, FoundRecord } from '../../ports/connector';
import type { Context } from '../shared/context';
import { textPdf } from '../letters/pdf';

/**
 * A document as it is handed over. Without redactions it is the file as it was found. With them a PDF becomes pictures of its pages
 * in which the passages are covered, and anything else is typeset anew without them.
 *
 * @returns null where the record is no document, or its file was too large to be kept
 */
export async function documentFile(
  ctx: Context,
  record: FoundRecord,
  passages: readonly Redaction[] | undefined,
  language: Language,
): Promise<FoundFile | null> {
  const file = record.files.find(({ isRecord }) => isRecord);
  if (!file || record.text === null) return null;
  if (!passages) return file;
  const name = `${file.name.replace(/\.[^.]*$/, '')}-${PACK_WORDS[language].names.redacted}.pdf`;
  const covered = await ctx.fileReader.withoutPassages(Buffer.from(file.base64, 'base64'), passages);
  const made = covered ?? (await textPdf(file.name, applyRedactions(record.text, passages, language).text));
  return { name, mediaType: 'application/pdf', base64: made.toString('base64'), isRecord: true };
}
