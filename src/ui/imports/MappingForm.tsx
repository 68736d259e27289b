'use client';

import type { ImportId } from '../../core/shared/ids';
import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import { useRouter } from 'next/navigation';
import { useState, type FormEvent } from 'react';
import type { Answer } from '../../core/ledger/types';
import { DAY_ORDERS, type DayOrder } from '../../core/imports/fileDays';
import { IMPORT_FIELDS, type ImportField, type Mapping } from '../../core/imports/mapping';
import type { ImportView } from '../../core/imports/views';
import { useSay } from '../shared/Say';
import type { LedgerActs } from '../shared/acts';
import type { ActionResult } from '../shared/actionResult';
import { Choose } from '../fields/Choose';
import { AnswerWords, PurposeWords } from './FileWords';
import { SAY_ORDER } from './sayOrder';
import { FailureNote } from '../shared/FailureNote';

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

interface Props {
  toMap: NonNullable<ImportView['toMap']>;
  importId: ImportId;
  mapImport: LedgerActs['mapImport'];
}

/** Which column is what, and which word is which answer. Kept under a name for the next file of this source. */
export function MappingForm({ toMap, importId, mapImport }: Props) {
  const { columns, sample, words, purposes } = toMap;
  const [mapping, setMapping] = useState<Mapping>(toMap.mapping);
  const [name, setName] = useState('');
  const [failure, setFailure] = useState<string | null>(null);
  const say = useSay();
  const router = useRouter();
  const submit = async (event: FormEvent) => {
    event.preventDefault();
    const result = await mapImport({ importId, name, mapping: { dates: 'year-first', ...mapping } }).catch(
      (): ActionResult => ({ ok: false, message: 'The server did not answer. What you chose is still here.' }),
    );
    setFailure(result.ok ? null : [result.message, ...Object.values(result.fields ?? {})].join(' '));
    if (!result.ok) return;
    say('The mapping is kept; the file is tried out', true);
    router.refresh();
  };
  const wordsIn = (field: ImportField) => words[mapping.columns[field] ?? ''] ?? [];
  return (
    <form onSubmit={(event) => void submit(event)} className="stack" aria-label="Mapping">
      <p>Nobody has said yet how files of this layout are read. Its first lines:</p>
      <pre className="hash" style={{ margin: 0, whiteSpace: 'pre-wrap' }}>
        {[columns.join(' · '), ...sample.slice(0, 3)].join('\n')}
      </pre>
      <FailureNote text={failure} />
      <Columns columns={columns} mapping={mapping} setMapping={setMapping} />
      <AnswerWords
        found={wordsIn('answer')}
        answers={mapping.answers}
        change={(answers: Readonly<Record<string, Answer>>) => setMapping({ ...mapping, answers })}
      />
      <PurposeWords
        found={wordsIn('purpose')}
        purposes={purposes}
        means={mapping.purposes}
        change={(means) => setMapping({ ...mapping, purposes: means })}
      />
      <div className="row">
        <Choose
          label="How its days are written"
          value={mapping.dates ?? 'year-first'}
          options={DAY_ORDERS.map((order) => [order, SAY_ORDER[order]] as const)}
          choose={(dates) => setMapping({ ...mapping, dates: dates as DayOrder })}
          width={300}
        />
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
      </div>
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

/** Which column holds what, and what is the same in every line. */
function Columns({
  columns,
  mapping,
  setMapping,
}: {
  columns: readonly string[];
  mapping: Mapping;
  setMapping: (mapping: Mapping) => void;
}) {
  const change = (part: 'columns' | 'constants', field: ImportField, value: string) => {
    const { [field]: _, ...rest } = mapping[part];
    setMapping({ ...mapping, [part]: value ? { ...rest, [field]: value } : rest });
  };
  return (
    <>
      <fieldset className="plain">
        <legend>Which column says what</legend>
        <div className="maps">
          {IMPORT_FIELDS.map((field) => (
            <Choose
              key={field}
              label={SAY[field]}
              value={mapping.columns[field] ?? ''}
              every="–"
              options={columns}
              choose={(column) => change('columns', field, column ?? '')}
            />
          ))}
        </div>
      </fieldset>
      <fieldset className="plain">
        <legend>The same in every line, where no column says it</legend>
        <div className="maps">
          {(['purpose', 'country', 'ask', 'askVersion', 'method', 'place'] as const)
            .filter((field) => !mapping.columns[field])
            .map((field) => (
              <TextField
                key={field}
                label={SAY[field]}
                value={mapping.constants[field] ?? ''}
                onChange={(event) => change('constants', field, event.target.value)}
              />
            ))}
        </div>
      </fieldset>
    </>
  );
}
