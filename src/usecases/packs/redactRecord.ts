import { REMOVED } from '../../core/words/sections';
import { applyRedactions, forbidden, type Redaction } from '../../core/trace/redaction';
import type { Language } from '../../core/letters/mailings';
import type { FoundRecord } from '../../ports/connector';

/**
 * A record as it is handed over: its text typeset anew without the redacted passages, the same values gone from its fields
 * and title, and nothing of it attached, because what is attached was not looked at passage by passage.
 */
export function redactRecord(
  record: FoundRecord,
  passages: readonly Redaction[],
  language: Language,
): { record: FoundRecord; removed: string[]; dropped: string[] } {
  const { text, removed } = applyRedactions(record.text ?? '', passages, language);
  const strings = forbidden(removed);
  const clean = (value: string) =>
    strings.reduce(
      (out, one) =>
        out.replace(
          new RegExp(
            one
              .split(' ')
              .map((word) => word.replace(/[.*+?^${}()|[\]\\]/g, '\\$&'))
              .join('\\s+'),
            'giu',
          ),
          REMOVED[language],
        ),
      value,
    );
  const fields = Object.fromEntries(
    Object.entries(record.fields).map(([name, value]) => [
      name,
      value === null ? null : name === 'attachments' ? null : clean(value),
    ]),
  );
  return {
    record: { ...record, title: clean(record.title), fields, text: clean(text), files: [] },
    removed: strings,
    dropped: record.files.filter(({ isRecord }) => !isRecord).map(({ name }) => name),
  };
}
