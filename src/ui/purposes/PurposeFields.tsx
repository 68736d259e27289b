'use client';

import { spellOut } from '../../core/words/spellOut';
import Button from '@mui/material/Button';
import MenuItem from '@mui/material/MenuItem';
import TextField from '@mui/material/TextField';
import type { ReactNode } from 'react';
import { PURPOSE_LANGUAGES, type PurposeDraft, type PurposeWords } from '../../core/ledger/schema';
import { LANGUAGE_NAMES } from '../../core/letters/mailings';
import { PURPOSE_KINDS } from '../../core/ledger/types';
import type { PurposeShown } from '../../core/purposes/views';
import { listOf, numberOf } from './purposeDraft';
import { DayField } from '../fields/DayField';
import { Choose } from '../fields/Choose';
import { Fold } from '../shared/Fold';
import { Tick } from '../fields/Tick';

export function PurposeFields({
  draft,
  parents,
  isNew,
  errors,
  set,
}: {
  draft: PurposeDraft;
  parents: readonly PurposeShown[];
  isNew: boolean;
  errors: Readonly<Record<string, string>>;
  set: (change: Partial<PurposeDraft>) => void;
}) {
  const field = (name: keyof PurposeDraft & string, label: string, more: object = {}): ReactNode => (
    <TextField
      label={label}
      value={draft[name] ?? ''}
      onChange={(event) => set({ [name]: event.target.value })}
      error={Boolean(errors[name])}
      helperText={errors[name] ?? ' '}
      {...more}
    />
  );
  const count = (name: 'confirmWithinHours' | 'shelfLifeDays' | 'askAgainAfterDays', label: string) =>
    field(name, label, {
      type: 'number',
      onChange: (event: { target: { value: string } }) => set({ [name]: numberOf(event.target.value) }),
    });
  const texts = (name: 'categories' | 'recipients' | 'channels', label: string) =>
    field(name, label, {
      value: draft[name].join(', '),
      onChange: (event: { target: { value: string } }) => set({ [name]: listOf(event.target.value) }),
    });
  return (
    <div className="fields" style={{ maxWidth: 'none', gap: 4 }}>
      <div className="pair">
        {field('id', 'Short name', { disabled: !isNew })}
        {field('title', 'Title')}
      </div>
      {field('plain', 'In plain words, as the person reads it', { multiline: true })}
      <InLanguages words={draft.words ?? {}} errors={errors} set={(words) => set({ words })} />
      <div className="pair">
        {field('kind', 'Kind', {
          select: true,
          helperText: draft.kind === 'soft-opt-in' ? 'Own similar goods, to the address of a sale, until a no.' : ' ',
          children: PURPOSE_KINDS.map((kind) => (
            <MenuItem key={kind} value={kind}>
              {spellOut(kind)}
            </MenuItem>
          )),
        })}
        {field('parent', 'Belongs to', {
          select: true,
          onChange: (event: { target: { value: string } }) => set({ parent: event.target.value || null }),
          children: [
            <MenuItem key="" value="">
              nothing
            </MenuItem>,
            ...parents
              .filter(({ id }) => id !== draft.id)
              .map(({ id, title }) => (
                <MenuItem key={id} value={id}>
                  {title}
                </MenuItem>
              )),
          ],
        })}
      </div>
      <div className="pair">
        {count('confirmWithinHours', 'Confirmed from the mailbox within, hours')}
        {count('shelfLifeDays', 'A yes is kept, days')}
      </div>
      <div className="pair">
        {count('askAgainAfterDays', 'Ask again after a no, days')}
        {texts('channels', 'Channels')}
      </div>
      <div className="pair">
        {texts('categories', 'Categories of data')}
        {texts('recipients', 'Recipients')}
      </div>
      <div className="pair">
        {field('transfers', 'Transfers to other countries')}
        {field('retention', 'How long it is kept')}
      </div>
      {draft.kind === 'legitimate-interest' &&
        field('balancing', 'Why our interest outweighs the person’s (GDPR art. 6(1)(f))', {
          multiline: true,
          minRows: 2,
        })}
      <div className="row">
        <Tick checked={draft.askAgainOnMaterial} set={(askAgainOnMaterial) => set({ askAgainOnMaterial })}>
          a yes ends when ask or notice change materially
        </Tick>
        <Tick checked={draft.isSale} set={(isSale) => set({ isSale })}>
          sale, sharing or targeted advertising: browsers’ signals speak of it
        </Tick>
        <Tick
          checked={draft.confirmBy === 'bookend'}
          set={(isOurs) => set({ confirmBy: isOurs ? 'bookend' : 'source' })}
        >
          Bookend mails for the confirmation
        </Tick>
      </div>
      <KindsByCountry kinds={draft.kinds} set={(kinds) => set({ kinds })} />
    </div>
  );
}

/** The same in the languages that people are spoken to in; where one is missing they read the English words. */
function InLanguages({
  words,
  errors,
  set,
}: {
  words: PurposeWords;
  errors: Readonly<Record<string, string>>;
  set: (words: PurposeWords) => void;
}) {
  const missing = PURPOSE_LANGUAGES.filter((one) => !words[one]?.title);
  const isWrong = Object.keys(errors).some((name) => name.startsWith('words.'));
  const said =
    missing.length === 0 ? 'all are there' : `missing: ${missing.map((one) => LANGUAGE_NAMES[one]).join(', ')}`;
  return (
    <Fold key={String(isWrong)} summary={`In other languages, ${said}`} isOpen={isWrong}>
      {PURPOSE_LANGUAGES.map((language) => {
        const own = words[language] ?? { title: '', plain: '' };
        const field = (name: 'title' | 'plain', label: string) => (
          <TextField
            label={`${label} in ${LANGUAGE_NAMES[language]}`}
            value={own[name]}
            onChange={(event) => set({ ...words, [language]: { ...own, [name]: event.target.value } })}
            error={Boolean(errors[`words.${language}.${name}`])}
            helperText={errors[`words.${language}.${name}`] ?? ' '}
            multiline={name === 'plain'}
            slotProps={{ htmlInput: { lang: language } }}
          />
        );
        return (
          <div className="pair" key={language}>
            {field('title', 'Title')}
            {field('plain', 'Plain words')}
          </div>
        );
      })}
    </Fold>
  );
}

function KindsByCountry({ kinds, set }: { kinds: PurposeDraft['kinds']; set: (kinds: PurposeDraft['kinds']) => void }) {
  const change = (i: number, part: Partial<PurposeDraft['kinds'][number]>) =>
    set(kinds.map((one, n) => (n === i ? { ...one, ...part } : one)));
  return (
    <fieldset style={{ border: 0, padding: 0, margin: '6px 0' }}>
      <legend className="muted">Another kind, by country and day</legend>
      {kinds.map((one, i) => (
        <div key={i} className="row maps" style={{ display: 'flex', marginTop: 4 }}>
          <TextField
            slotProps={{ htmlInput: { 'aria-label': 'country' } }}
            value={one.country}
            onChange={(event) => change(i, { country: event.target.value.toUpperCase() })}
            placeholder="US-CA"
            sx={{ width: 110 }}
          />
          <DayField label="from" isQuiet value={one.from} choose={(from) => change(i, { from: from ?? '' })} />
          <Choose
            label="kind"
            isQuiet
            value={one.kind}
            options={PURPOSE_KINDS.map((kind) => [kind, spellOut(kind)] as const)}
            choose={(kind) => change(i, { kind: kind as PurposeDraft['kind'] })}
          />
          <Button onClick={() => set(kinds.filter((_, n) => n !== i))}>Remove</Button>
        </div>
      ))}
      <Button sx={{ mt: 0.5 }} onClick={() => set([...kinds, { country: '', from: '2020-01-01', kind: 'opt-out' }])}>
        Another country
      </Button>
    </fieldset>
  );
}
