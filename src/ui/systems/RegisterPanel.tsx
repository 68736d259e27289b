'use client';

import { useFields } from '../fields/useFields';
import { tellFields } from '../fields/tellFields';
import FormControlLabel from '@mui/material/FormControlLabel';
import Checkbox from '@mui/material/Checkbox';
import { yupResolver } from '@hookform/resolvers/yup';
import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import { useRouter } from 'next/navigation';
import { useState } from 'react';

import * as yup from 'yup';
import { MAY_BE_NOTHING } from '../../core/systems/register';
import { proposeCategories } from '../../core/systems/proposeHolds';
import { registerSchema } from '../../core/systems/schema';
import type { SystemView } from '../../core/systems/views';
import { useSay } from '../shared/Say';
import type { SystemActs } from '../shared/acts';
import { ListTable } from '../shared/ListTable';
import { stillHere } from '../shared/notDone';

interface Props {
  system: SystemView;
  collections: readonly string[];
  changeRegister: SystemActs['changeRegister'];
}

const NOTHING_FIELDS = {
  recipients: 'noRecipients',
  transfers: 'noTransfers',
  automatedDecisions: 'noAutomated',
} as const;

/** What each collection is for, as packs and letters say it. */
export function RegisterPanel({ system, collections, changeRegister }: Props) {
  const [edited, setEdited] = useState<string | null>(null);
  return (
    <section className="sheet" aria-labelledby="register">
      <header>
        <h2 id="register">What it is for</h2>
        <span className="muted">said in every pack beside the data</span>
      </header>
      {collections.length === 0 && (
        <p className="empty">
          {system.kind === 'by-hand' ? 'Say once what its owner looks through.' : 'Read what is there first.'}{' '}
          {system.mayChange && system.kind === 'by-hand' && (
            <Button variant="outlined" onClick={() => setEdited('uploads')}>
              Say what it is for
            </Button>
          )}
        </p>
      )}
      {collections.length > 0 && (
        <div className="wrap" tabIndex={0} aria-label="Register">
          <ListTable>
            <thead>
              <tr>
                <th>collection</th>
                <th>used for</th>
                <th>holds</th>
                <th>goes to</th>
                <th>kept</th>
                <th />
              </tr>
            </thead>
            <tbody>
              {collections.map((collection) => {
                const entry = system.register.find((one) => one.collection === collection);
                return (
                  <tr key={collection}>
                    <td className="top">
                      <b>{collection}</b>
                    </td>
                    {entry ? (
                      <>
                        <td className="top">{entry.purposes.join(', ')}</td>
                        <td className="top">{entry.categories.join(', ')}</td>
                        <td className="top">
                          {entry.recipients.join(', ') ||
                            (entry.nothing.includes('recipients') ? 'nobody' : '▲ not said')}
                        </td>
                        <td className="top">{entry.retention}</td>
                      </>
                    ) : (
                      <td className="top ochre" colSpan={4}>
                        ▲ nobody has said yet what it is for
                      </td>
                    )}
                    <td className="top">
                      {system.mayChange && (
                        <Button
                          onClick={() => setEdited(edited === collection ? null : collection)}
                          aria-expanded={edited === collection}
                        >
                          {entry ? 'Change' : 'Say it'}
                        </Button>
                      )}
                    </td>
                  </tr>
                );
              })}
            </tbody>
          </ListTable>
        </div>
      )}
      {edited !== null && (
        <EntryForm
          key={edited}
          system={system}
          collection={edited}
          changeRegister={changeRegister}
          onDone={() => setEdited(null)}
        />
      )}
    </section>
  );
}

/** Lists are typed with commas. */
const formSchema = yup.object({
  title: yup.string().default(''),
  purposes: yup.string().default(''),
  categories: yup.string().default(''),
  recipients: yup.string().default(''),
  retention: yup.string().default(''),
  source: yup.string().default(''),
  transfers: yup.string().default(''),
  automatedDecisions: yup.string().default(''),
  isGiven: yup.boolean().default(false),
  noRecipients: yup.boolean().default(false),
  noTransfers: yup.boolean().default(false),
  noAutomated: yup.boolean().default(false),
});
type Values = yup.InferType<typeof formSchema>;
const LISTS = ['purposes', 'categories', 'recipients'] as const;
const listOf = (text: string): string[] =>
  text
    .split(',')
    .map((one) => one.trim())
    .filter(Boolean);

function EntryForm({
  system,
  collection,
  changeRegister,
  onDone,
}: {
  system: SystemView;
  collection: string;
  changeRegister: SystemActs['changeRegister'];
  onDone: () => void;
}) {
  const entry = system.register.find((one) => one.collection === collection);
  const fields = system.fields
    .filter((field) => field.collection === collection)
    .map((field) => ({ holds: field.isConfirmed ? field.holds : field.proposed, contains: field.contains }));
  const { register, handleSubmit, setError, formState } = useFields<Values>({
    resolver: yupResolver(formSchema),
    defaultValues: {
      title: entry?.title ?? `${system.name} · ${collection}`,
      purposes: entry?.purposes.join(', ') ?? '',
      categories: (entry?.categories ?? proposeCategories(fields)).join(', '),
      recipients: entry?.recipients.join(', ') ?? '',
      retention: entry?.retention ?? '',
      source: entry?.source ?? '',
      transfers: entry?.transfers ?? '',
      automatedDecisions: entry?.automatedDecisions ?? '',
      isGiven: entry?.isGiven ?? false,
      noRecipients: entry?.nothing.includes('recipients') ?? false,
      noTransfers: entry?.nothing.includes('transfers') ?? false,
      noAutomated: entry?.nothing.includes('automatedDecisions') ?? false,
    },
  });
  const say = useSay();
  const router = useRouter();
  const submit = handleSubmit(async (values) => {
    const sent = {
      system: system.id,
      collection,
      title: values.title,
      purposes: listOf(values.purposes),
      categories: listOf(values.categories),
      recipients: listOf(values.recipients),
      retention: values.retention,
      source: values.source,
      transfers: values.transfers.trim() || null,
      automatedDecisions: values.automatedDecisions.trim() || null,
      isGiven: values.isGiven,
      nothing: MAY_BE_NOTHING.filter((what) => values[NOTHING_FIELDS[what]]),
    };
    try {
      registerSchema.validateSync(sent, { abortEarly: false });
    } catch (error) {
      const wrong = (error as yup.ValidationError).inner.map(
        ({ path, message }) => [path ?? 'title', message] as const,
      );
      tellFields(setError, Object.fromEntries(wrong), (path) => path.replace(/\[.*$/, ''));
      return;
    }
    const result = await changeRegister(sent).catch(stillHere);
    say(result.ok ? `${collection}: said so in every pack from now on` : result.message, result.ok);
    if (!result.ok) return;
    router.refresh();
    onDone();
  });
  const field = (name: keyof Values, label: string, help: string) => (
    <TextField
      id={`register-${name}`}
      {...register(name)}
      label={label}
      error={Boolean(formState.errors[name])}
      helperText={
        formState.errors[name]?.message ??
        `${help}${(LISTS as readonly string[]).includes(name) ? ' With commas between.' : ''}`
      }
    />
  );
  return (
    <form onSubmit={submit} noValidate className="pad fields" aria-label={`What ${collection} is for`}>
      {field('title', 'What packs call it', 'In words the person knows.')}
      {field('purposes', 'Used for', 'Why it is there.')}
      {field('categories', 'Holds', entry ? 'Categories of personal data.' : 'Proposed from its fields.')}
      {field('recipients', 'Goes to', 'Who gets it. Empty says nothing yet.')}
      <div className="pair">
        {field('retention', 'Kept', 'How long, or until when.')}
        {field('source', 'Comes from', 'Who gave it to you.')}
      </div>
      <div className="pair">
        {field('transfers', 'Outside of the EEA', 'To which countries, with which safeguard. Empty says nothing yet.')}
        {field(
          'automatedDecisions',
          'Automated decisions',
          'What is decided by it without anybody. Empty says nothing yet.',
        )}
      </div>
      <div className="row" role="group" aria-label="Said to be none">
        {(
          [
            ['noRecipients', 'Nobody outside receives it'],
            ['noTransfers', 'It goes nowhere outside of the EEA'],
            ['noAutomated', 'Nothing is decided by it alone'],
          ] as const
        ).map(([name, label]) => (
          <FormControlLabel
            key={name}
            className="tick"
            control={<Checkbox size="small" {...register(name)} />}
            label={label}
          />
        ))}
      </div>
      <FormControlLabel
        className="tick"
        control={<Checkbox size="small" {...register('isGiven')} />}
        label="The person gave it to us themselves: it goes into a portable copy"
      />
      <div className="row">
        <Button type="submit" variant="contained" disabled={formState.isSubmitting}>
          Say it so
        </Button>
        <Button variant="text" onClick={onDone}>
          Leave it
        </Button>
      </div>
    </form>
  );
}
