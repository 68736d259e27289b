'use client';

import TextField from '@mui/material/TextField';
import { DAY_ORDERS, type DayOrder } from '../../core/imports/fileDays';
import { TAKE_OVER_FIELDS, type TakeOverField, type TakeOverMapping } from '../../core/intake/takeOver';
import type { TakeOverFile } from '../../core/intake/views';
import { RIGHTS, type Right } from '../../core/requests/rights';
import { spellOut } from '../../core/words/spellOut';
import { Choose } from '../fields/Choose';
import { Tick } from '../fields/Tick';
import { SAY_ORDER } from '../imports/sayOrder';

const SAY: Readonly<Record<TakeOverField, string>> = {
  reference: 'their reference',
  receivedOn: 'day of receipt',
  right: 'right',
  name: 'whole name',
  givenName: 'given name',
  familyName: 'family name',
  email: 'e-mail',
  phone: 'phone',
  customerNumber: 'customer number',
  birthDate: 'date of birth',
  street: 'street',
  postcode: 'postcode',
  city: 'city',
  country: 'country',
  language: 'language',
  channel: 'how it came',
  text: 'what they wrote',
  acknowledgedOn: 'acknowledged on',
  provenOn: 'identity proven on',
  extendedOn: 'extended on',
  extensionReason: 'why extended',
};

interface Props {
  found: TakeOverFile;
  mapping: TakeOverMapping;
  change: (mapping: TakeOverMapping) => void;
}

/** Which column says what, which word means which right, how days are written, and what holds where a line says nothing. */
export function TakeOverMapped({ found: { columns, words }, mapping, change }: Props) {
  const inFile = words[mapping.columns.right ?? ''] ?? [];
  const setColumn = (field: TakeOverField, column: string) => {
    const { [field]: _, ...rest } = mapping.columns;
    change({ ...mapping, columns: column ? { ...rest, [field]: column } : rest });
  };
  const setRight = (word: string, right: Right | '') => {
    const { [word]: _, ...rest } = mapping.rights;
    change({ ...mapping, rights: right ? { ...rest, [word]: right } : rest });
  };
  return (
    <>
      <fieldset className="plain">
        <legend>Which column says what</legend>
        <div className="maps">
          {TAKE_OVER_FIELDS.map((field) => (
            <Choose
              key={field}
              label={SAY[field]}
              value={mapping.columns[field] ?? ''}
              every="–"
              options={columns.filter(Boolean).map((column) => [column, column] as const)}
              choose={(column) => setColumn(field, column ?? '')}
            />
          ))}
        </div>
      </fieldset>
      {inFile.length > 0 && (
        <fieldset className="plain">
          <legend>Which word means which right</legend>
          <div className="maps">
            {inFile.map((word) => (
              <Choose
                key={word}
                label={`“${word}”`}
                value={mapping.rights[word.toUpperCase()] ?? ''}
                every="nothing yet"
                options={RIGHTS.map((right) => [right, spellOut(right)] as const)}
                choose={(right) => setRight(word.toUpperCase(), (right ?? '') as Right | '')}
              />
            ))}
          </div>
        </fieldset>
      )}
      <div className="row">
        <Choose
          label="How its days are written"
          value={mapping.dates}
          options={DAY_ORDERS.map((order) => [order, SAY_ORDER[order]] as const)}
          choose={(dates) => change({ ...mapping, dates: dates as DayOrder })}
          width={300}
        />
        <TextField
          label="Country where a line says none"
          value={mapping.country}
          onChange={({ target }) => change({ ...mapping, country: target.value.toUpperCase().slice(0, 2) })}
          sx={{ maxWidth: 240 }}
        />
        <Choose
          label="Language where a line says none"
          value={mapping.language}
          options={[
            ['en', 'English'],
            ['da', 'Danish'],
            ['de', 'German'],
            ['nl', 'Dutch'],
          ]}
          choose={(language) => change({ ...mapping, language: language ?? 'en' })}
          width={240}
        />
      </div>
      <Tick checked={mapping.allAcknowledged} set={(allAcknowledged) => change({ ...mapping, allAcknowledged })}>
        Receipt was acknowledged to all of them, also where no day says so
      </Tick>
    </>
  );
}
