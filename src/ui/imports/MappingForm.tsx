'use client';

import type { ImportId } from '../../core/shared/ids';
import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import { useRouter } from 'next/navigation';
import { useState, type FormEvent } from 'react';
import { ANSWERS, type Answer } from '../../core/ledger/types';
import { IMPORT_FIELDS, type ImportField, type Mapping } from '../../core/imports/mapping';
import { useSay } from '../shared/Say';
import type { LedgerActs } from '../shared/acts';
import type { ActionResult } from '../shared/actionResult';
import { Choose } from '../fields/Choose';

const SAY: Record<ImportField, string> = {
  externalId: 'number of the line',
  occurredAt: 'when',
  purpose: 'purpose',
  answer: 'answer',
  email: 'e-mail',
  phone: 'phone',
  customerNumber: 'customer number',
  deviceId: 'device id',
  givenName: 'given name',
  familyName: 'family name',
  birthDate: 'date of birth',
  country: 'country',
  language: 'language',
  place: 'place',
  ask: 'ask',
  askVersion: 'version of the ask',
  notice: 'notice',
  noticeVersion: 'version of the notice',
  method: 'method',
};

/** Which column is what, and which word is which answer. Kept under a name for the next file of this source. */
export function MappingForm({
  columns,
  proposal,
  sample,
  importId,
  mapImport,
}: {
  columns: readonly string[];
  proposal: Mapping;
  sample: readonly string[];
  importId: ImportId;
  mapImport: LedgerActs['mapImport'];
}) {
  const [mapping, setMapping] = useState<Mapping>(proposal);
  const [words, setWords] = useState<[string, Answer][]>(Object.entries(proposal.answers));
  const [name, setName] = useState('');
  const [failure, setFailure] = useState<string | null>(null);
  const say = useSay();
  const router = useRouter();
  const submit = async (event: FormEvent) => {
    event.preventDefault();
    const result = await mapImport({
      importId,
      name,
      mapping: {
        ...mapping,
        answers: Object.fromEntries(
          words.filter(([word]) => word.trim() !== '').map(([word, answer]) => [word.trim().toUpperCase(), answer]),
        ),
      },
    }).catch((): ActionResult => ({ ok: false, message: 'The server did not answer. What you chose is still here.' }));
    setFailure(result.ok ? null : [result.message, ...Object.values(result.fields ?? {})].join(' '));
    if (!result.ok) return;
    say('The mapping is kept; the file is tried out', true);
    router.refresh();
  };
  const column = (field: ImportField) => mapping.columns[field] ?? '';
  const setColumn = (field: ImportField, value: string) => {
    const { [field]: _, ...rest } = mapping.columns;
    setMapping({ ...mapping, columns: value ? { ...rest, [field]: value } : rest });
  };
  const setConstant = (field: ImportField, value: string) => {
    const { [field]: _, ...rest } = mapping.constants;
    setMapping({ ...mapping, constants: value ? { ...rest, [field]: value } : rest });
  };
  return (
    <form onSubmit={(event) => void submit(event)} className="stack" aria-label="Mapping">
      <p>Nobody has said yet how files of this layout are read. Its first lines:</p>
      <pre className="hash" style={{ margin: 0, whiteSpace: 'pre-wrap' }}>
        {[columns.join(' · '), ...sample.slice(0, 3)].join('\n')}
      </pre>
      {failure && (
        <p className="note bad" role="alert">
          {failure}
        </p>
      )}
      <fieldset style={{ border: 0, padding: 0, margin: 0 }}>
        <legend style={{ fontWeight: 600, marginBottom: 6 }}>Which column says what</legend>
        <div className="maps">
          {IMPORT_FIELDS.map((field) => (
            <Choose
              key={field}
              label={SAY[field]}
              value={column(field)}
              every="–"
              options={columns}
              choose={(one) => setColumn(field, one ?? '')}
            />
          ))}
        </div>
      </fieldset>
      <fieldset style={{ border: 0, padding: 0, margin: 0 }}>
        <legend style={{ fontWeight: 600, marginBottom: 6 }}>The same in every line, where no column says it</legend>
        <div className="maps">
          {(['purpose', 'country', 'ask', 'askVersion', 'method', 'place'] as const)
            .filter((field) => !column(field))
            .map((field) => (
              <TextField
                key={field}
                label={SAY[field]}
                value={mapping.constants[field] ?? ''}
                onChange={(event) => setConstant(field, event.target.value)}
              />
            ))}
        </div>
      </fieldset>
      <fieldset style={{ border: 0, padding: 0, margin: 0 }}>
        <legend style={{ fontWeight: 600, marginBottom: 6 }}>The file’s words for answers</legend>
        <div className="maps">
          {words.map(([word, answer], i) => (
            <div key={i} className="row" style={{ flexWrap: 'nowrap' }}>
              <TextField
                slotProps={{ htmlInput: { 'aria-label': `word ${i + 1}` } }}
                value={word}
                onChange={(event) => setWords(words.map((pair, n) => (n === i ? [event.target.value, pair[1]] : pair)))}
              />
              <Choose
                label={`means ${i + 1}`}
                isQuiet
                value={answer}
                options={ANSWERS}
                choose={(one) => setWords(words.map((pair, n) => (n === i ? [pair[0], one as Answer] : pair)))}
              />
            </div>
          ))}
        </div>
        <Button sx={{ mt: 0.75 }} onClick={() => setWords([...words, ['', 'grant']])}>
          Another word
        </Button>
      </fieldset>
      <Choose
        label="The answer is for this address only"
        value={mapping.addressFrom ?? null}
        every="no, for the person"
        options={[
          ['email', 'the e-mail'],
          ['phone', 'the phone'],
        ]}
        choose={(from) => setMapping({ ...mapping, addressFrom: from as Mapping['addressFrom'] })}
        width={300}
      />
      <div className="row">
        <TextField
          label="Name of the mapping"
          value={name}
          onChange={(event) => setName(event.target.value)}
          sx={{ maxWidth: 280 }}
        />
        <Button type="submit" variant="contained" disabled={name.trim().length < 2}>
          Keep it and try the file out
        </Button>
      </div>
    </form>
  );
}
