'use client';

import Autocomplete from '@mui/material/Autocomplete';
import Box from '@mui/material/Box';
import MenuItem from '@mui/material/MenuItem';
import TextField from '@mui/material/TextField';
import { useState } from 'react';
import { REFERENCE_MEANINGS, type ReferenceEnds, type ReferenceMeaning } from '../../core/systems/references';
import type { ReferenceLine, SystemView } from '../../core/systems/views';
import { ActButton } from '../shared/ActButton';
import type { SystemActs } from '../shared/acts';
import { ListTable } from '../shared/ListTable';
import { Fold } from '../shared/Fold';

const MEANS: Readonly<Record<ReferenceMeaning, string>> = {
  belongs: 'belongs to whom it points at',
  both: 'is theirs, and so is what it points at',
  names: 'only names whom it points at',
  nothing: 'not followed',
};

type Actions = Pick<SystemActs, 'confirmReferences' | 'takeBackReference'>;

/** How records of a system hang together: what it declares, what names and values let suppose, and what somebody knows. */
export function ReferencesPanel({ system, actions }: { system: SystemView; actions: Actions }) {
  const [changed, setChanged] = useState<Record<string, ReferenceMeaning>>({});
  const { references } = system;
  const now = (line: ReferenceLine) => changed[idOf(line)] ?? line.meaning;
  const open = references.filter((line) => !line.isConfirmed || now(line) !== line.meaning);
  const confirm = async () => {
    const result = await actions.confirmReferences({
      system: system.id,
      references: references.map((line) => ({ ...endsOf(line), meaning: now(line) })),
    });
    if (result.ok) setChanged({});
    return result;
  };
  return (
    <section className="sheet" aria-labelledby="references">
      <header>
        <h2 id="references">How records hang together</h2>
        <span className="muted">{saysHowMany(references)}</span>
      </header>
      <div className="pad stack">
        <p className="muted">
          A trace goes on from what it found to what points there, and from it to what is the same person’s. What the
          system does not declare is proposed from names and values, and followed once you confirm it.
        </p>
        {references.length > 0 && (
          <div className="wrap" tabIndex={0} aria-label="References">
            <ListTable>
              <thead>
                <tr>
                  <th>from</th>
                  <th>to</th>
                  <th>the record</th>
                  <th>why</th>
                  <th />
                </tr>
              </thead>
              <tbody>
                {references.map((line) => (
                  <ReferenceRow
                    key={idOf(line)}
                    line={line}
                    meaning={now(line)}
                    mayChange={system.mayChange}
                    choose={(meaning) => setChanged({ ...changed, [idOf(line)]: meaning })}
                    takeBack={() => actions.takeBackReference({ system: system.id, ends: endsOf(line) })}
                  />
                ))}
              </tbody>
            </ListTable>
          </div>
        )}
        {system.mayChange && references.length > 0 && (
          <div className="row">
            <ActButton disabled={open.length === 0} act={confirm} done="Traces follow the references as you said">
              {open.length === 0 ? 'All confirmed' : `Confirm ${references.length} references`}
            </ActButton>
          </div>
        )}
        {system.mayChange && <NewReference system={system} actions={actions} />}
      </div>
    </section>
  );
}

interface RowProps {
  line: ReferenceLine;
  meaning: ReferenceMeaning;
  mayChange: boolean;
  choose: (meaning: ReferenceMeaning) => void;
  takeBack: () => ReturnType<Actions['takeBackReference']>;
}

function ReferenceRow({ line, meaning, mayChange, choose, takeBack }: RowProps) {
  const from = `${line.collection}.${line.fields.join(' + ')}`;
  const to = `${line.to}.${line.toFields.join(' + ')}`;
  return (
    <tr>
      <td className="mono">
        {from}
        {line.when && (
          <span className="muted">
            {' '}
            where {line.when.field} is {line.when.value}
          </span>
        )}
      </td>
      <td className="mono">{to}</td>
      <td className="nowrap">
        {mayChange ? (
          <TextField
            select
            size="small"
            variant="standard"
            sx={{ '& .MuiInputBase-root': { fontSize: 13 } }}
            value={meaning}
            slotProps={{ select: { inputProps: { 'aria-label': `${from} to ${to}` } } }}
            onChange={(event) => choose(event.target.value as ReferenceMeaning)}
          >
            {REFERENCE_MEANINGS.map((one) => (
              <MenuItem key={one} value={one}>
                {MEANS[one]}
              </MenuItem>
            ))}
          </TextField>
        ) : (
          MEANS[meaning]
        )}
        {line.isConfirmed && <span className="muted"> ✓ confirmed</span>}
      </td>
      <td className="muted">{line.because}</td>
      <td>
        {mayChange && line.origin === 'by-hand' && (
          <ActButton act={takeBack} done={`${from} is not followed any more`}>
            Take back
          </ActButton>
        )}
      </td>
    </tr>
  );
}

type Place = { collection: string; field: string };

/** A reference that only people know of. */
function NewReference({ system, actions }: { system: SystemView; actions: Actions }) {
  const [from, setFrom] = useState<Place | null>(null);
  const [to, setTo] = useState<Place | null>(null);
  const [when, setWhen] = useState<Place | null>(null);
  const [value, setValue] = useState('');
  const [meaning, setMeaning] = useState<ReferenceMeaning>('belongs');
  const places = system.fields.map(({ collection, field }) => ({ collection, field }));
  if (places.length === 0) return null;
  const isWhole = from !== null && to !== null && (when === null || value.trim() !== '');
  const add = async () => {
    const ends = {
      collection: from!.collection,
      fields: [from!.field],
      to: to!.collection,
      toFields: [to!.field],
      when: when && { field: when.field, value: value.trim() },
    };
    const result = await actions.confirmReferences({ system: system.id, references: [{ ...ends, meaning }] });
    if (result.ok) {
      setFrom(null);
      setTo(null);
      setWhen(null);
      setValue('');
    }
    return result;
  };
  return (
    <Fold summary="Another reference, which nobody can see from outside">
      <Box sx={{ display: 'flex', flexWrap: 'wrap', alignItems: 'center', gap: 1.25, p: 1.5 }}>
        <PlaceField label="This field" value={from} places={places} choose={setFrom} />
        <PlaceField label="points at" value={to} places={places} choose={setTo} />
        <PlaceField
          label="only where"
          value={when}
          places={places.filter(({ collection }) => collection === from?.collection)}
          choose={setWhen}
        />
        <TextField
          size="small"
          label="is"
          value={value}
          disabled={when === null}
          sx={{ width: 160 }}
          onChange={(event) => setValue(event.target.value)}
        />
        <TextField
          select
          size="small"
          label="the record"
          value={meaning}
          onChange={(event) => setMeaning(event.target.value as ReferenceMeaning)}
          sx={{ width: 270 }}
        >
          {REFERENCE_MEANINGS.filter((one) => one !== 'nothing').map((one) => (
            <MenuItem key={one} value={one}>
              {MEANS[one]}
            </MenuItem>
          ))}
        </TextField>
        <ActButton disabled={!isWhole} act={add} done="The reference is followed from now on">
          Follow it
        </ActButton>
      </Box>
    </Fold>
  );
}

function PlaceField({
  label,
  value,
  places,
  choose,
}: {
  label: string;
  value: Place | null;
  places: Place[];
  choose: (place: Place | null) => void;
}) {
  return (
    <Autocomplete
      size="small"
      sx={{ width: 230 }}
      options={places}
      value={value}
      getOptionLabel={({ collection, field }) => `${collection}.${field}`}
      isOptionEqualToValue={(one, other) => one.collection === other.collection && one.field === other.field}
      onChange={(_, place) => choose(place)}
      renderInput={(params) => <TextField {...params} label={label} />}
    />
  );
}

function saysHowMany(references: readonly ReferenceLine[]): string {
  const open = references.filter(({ isConfirmed }) => !isConfirmed).length;
  if (references.length === 0) return 'none known';
  return open > 0
    ? `${open} of ${references.length} wait for somebody to confirm them`
    : `${references.length}, all confirmed`;
}

function endsOf({ collection, fields, to, toFields, when }: ReferenceEnds): ReferenceEnds {
  return { collection, fields, to, toFields, when };
}

function idOf(ends: ReferenceEnds): string {
  return JSON.stringify(Object.values(endsOf(ends)));
}
