'use client';

import { useFields } from '../fields/useFields';
import { tellFields } from '../fields/tellFields';
import { yupResolver } from '@hookform/resolvers/yup';
import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import { useRouter } from 'next/navigation';
import { useState } from 'react';
import { Controller, useWatch } from 'react-hook-form';
import type { InferType } from 'yup';
import { lawsFor, type Standpoint } from '../../core/clock/lawsFor';
import { lawsOn, type Laws } from '../../core/clock/regimes';
import { LANGUAGE_NAMES, LANGUAGES } from '../../core/letters/mailings';
import { RIGHTS } from '../../core/requests/rights';
import { FOR_WHOM, openRequestSchema } from '../../core/requests/schema';
import type { RequestActs } from '../shared/acts';
import { LawsField, sayProposed } from './LawsField';
import { FormDay } from '../fields/FormDay';
import { PlaceFields } from '../fields/PlaceFields';
import { FormChoose } from '../fields/FormChoose';
import { type Option } from '../fields/Choose';
import { FailureNote } from '../shared/FailureNote';
import { stillHere } from '../shared/notDone';

type Values = InferType<typeof openRequestSchema>;

const EMPTY: Values = {
  right: '' as Values['right'],
  forWhom: 'self',
  agentName: '',
  agentEmail: '',
  country: '',
  region: '',
  language: 'en',
  regimes: [],
  channel: '' as Values['channel'],
  receivedOn: '',
  givenName: '',
  familyName: '',
  birthDate: '',
  email: '',
  phone: '',
  customerNumber: '',
  text: '',
};
const WHOM: Record<(typeof FOR_WHOM)[number], string> = {
  self: 'themselves',
  agent: 'somebody, as their agent',
  guardian: 'a child, as its guardian',
};

const LANGUAGES_BY_NAME = LANGUAGES.map((id) => [id, LANGUAGE_NAMES[id]] as const);

interface Props {
  today: string;
  /** The table of laws, and what the organisation has stated about them. */
  laws: Laws;
  standpoint: Standpoint;
  /** What is filled in already, from a message. */
  filled?: Partial<Values>;
  /** Opens it; what a message proposed is confirmed with it. */
  open: RequestActs['openFromStaff'];
}

/** Before anything is typed: the laws of the establishment, and of the place that is filled in. */
function firstLaws(filled: Partial<Values>, standpoint: Standpoint, today: string, laws: Laws): Values['regimes'] {
  const place = { country: filled.country || null, region: filled.region || null };
  return lawsFor(place, filled.right || 'access', standpoint, filled.receivedOn || today, laws).laws.map(
    ({ regime }) => regime,
  ) as Values['regimes'];
}

/**
 * What came by phone, letter, mail or over the counter, with its true day of receipt. The law follows the place until a
 * colleague chooses another.
 */
export function NewRequestForm({ today, laws, standpoint, filled = {}, open }: Props) {
  const { control, register, handleSubmit, setError, setValue, getValues, formState } = useFields<Values>({
    resolver: yupResolver(openRequestSchema),
    defaultValues: { ...EMPTY, receivedOn: today, ...filled, regimes: firstLaws(filled, standpoint, today, laws) },
  });
  const [failure, setFailure] = useState<string | null>(null);
  const [isChosen, setChosen] = useState(false);
  const [country, region, right, forWhom, receivedOn] = useWatch({
    control,
    name: ['country', 'region', 'right', 'forWhom', 'receivedOn'],
  });
  const propose = (place: { country: string; region: string }, of: Values['right'] | '', on: string) =>
    lawsFor(
      { country: place.country.trim().length === 2 ? place.country : null, region: place.region || null },
      of || 'access',
      standpoint,
      on || today,
      laws,
    );
  const proposed = propose({ country, region }, right, receivedOn);
  const router = useRouter();
  const submit = handleSubmit(async (values) => {
    setFailure(null);
    const result = await open(values).catch(stillHere);
    if (result.ok) return router.push(`/requests/${result.value.ref}`);
    setFailure(result.message);
    tellFields(setError, result.fields);
  });
  const follow = () => {
    if (isChosen) return;
    const place = getValues();
    setValue(
      'regimes',
      propose(place, place.right, place.receivedOn).laws.map(({ regime }) => regime) as Values['regimes'],
    );
  };
  const field = (name: Exclude<keyof Values, 'regimes'>, label: string, more: object = {}) => (
    <TextField
      id={name}
      {...register(name, { onBlur: follow })}
      label={label}
      error={Boolean(formState.errors[name])}
      helperText={formState.errors[name]?.message ?? ' '}
      {...more}
    />
  );
  const choose = (name: 'right' | 'channel' | 'forWhom' | 'language', label: string, options: readonly Option[]) => (
    <FormChoose
      name={name}
      control={control}
      label={label}
      options={options}
      error={formState.errors[name]?.message}
      onBlur={follow}
    />
  );
  return (
    <form onSubmit={submit} noValidate className="fields" aria-label="Open a request">
      <FailureNote text={failure} />
      <div className="pair">
        {choose('right', 'Right', RIGHTS)}
        {choose(
          'forWhom',
          'They ask for',
          FOR_WHOM.map((value) => [value, WHOM[value]] as const),
        )}
      </div>
      <div className="pair">
        {choose('channel', 'How it came', ['mail', 'phone', 'letter', 'counter'])}
        <FormDay
          name="receivedOn"
          control={control}
          label="Day of receipt"
          max={today}
          error={formState.errors.receivedOn?.message}
          help=" "
          onBlur={follow}
        />
      </div>
      {forWhom !== 'self' && (
        <div className="pair">
          {field('agentName', 'Who asks for the person')}
          {field('agentEmail', 'Their e-mail, for the answer')}
        </div>
      )}
      <div className="pair">
        {field('givenName', 'Given name')}
        {field('familyName', 'Family name')}
      </div>
      <div className="pair">
        {field('email', 'E-mail')}
        {field('phone', 'Phone')}
      </div>
      <div className="pair">
        {field('customerNumber', 'Customer number')}
        <FormDay
          name="birthDate"
          control={control}
          label="Date of birth"
          max={today}
          error={formState.errors.birthDate?.message}
          help=" "
        />
      </div>
      <PlaceFields
        control={control}
        country="country"
        region="region"
        labels={{ country: 'Country', region: 'State', nothing: 'not known' }}
        language="en"
        errors={{ country: formState.errors.country?.message, region: formState.errors.region?.message }}
        onBlur={follow}
      />
      <div className="pair">
        <Controller
          name="regimes"
          control={control}
          render={({ field: own }) => (
            <LawsField
              id="laws"
              {...own}
              onChange={(value) => (setChosen(true), own.onChange(value))}
              laws={lawsOn(receivedOn || today, laws)}
              error={formState.errors.regimes?.message}
              help={sayProposed(proposed, own.value)}
            />
          )}
        />
        {choose('language', 'Language of our letters', LANGUAGES_BY_NAME)}
      </div>
      {field('text', 'In their words', { multiline: true, minRows: 3 })}
      <div className="row">
        <Button type="submit" variant="contained" disabled={formState.isSubmitting}>
          Open the request
        </Button>
        <span className="muted">The clock runs from the day of receipt, whatever the hour.</span>
      </div>
    </form>
  );
}
