'use client';

import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import { useRouter } from 'next/navigation';
import { useState } from 'react';
import { useWatch } from 'react-hook-form';
import type { SectionView, SettingView } from '../../core/installation/views';
import { FormChoose } from '../fields/FormChoose';
import { tellFields } from '../fields/tellFields';
import { useFields } from '../fields/useFields';
import type { SetupActs } from '../shared/acts';
import { useSay } from '../shared/Say';
import { ASKED, SECTION_WORDS } from './settingFields';
import { SettingsHistory } from './SettingsHistory';
import { PictureField } from './PictureField';
import { MailboxTry, MailProof } from './TryOut';
import { FailureNote } from '../shared/FailureNote';
import { stillHere } from '../shared/notDone';

type Values = Record<string, string>;
type Acts = Pick<SetupActs, 'saveSettings' | 'tryMail' | 'confirmMail' | 'tryMailbox'>;

/** One part of the setup: what is said, by whom, since when; saved as one. */
export function SettingsSheet({ view, zone, actions }: { view: SectionView; zone: string; actions: Acts }) {
  // What goes by one address of the environment has no parts to fill in.
  const isWhole = view.settings.some(
    ({ name, from }) => name === 'smtpUrl' && from !== 'set' && from === 'environment',
  );
  const settings = view.settings.filter(({ name }) => name !== 'smtpUrl');
  const { title, about, follows } = SECTION_WORDS[view.section];
  return (
    <>
      <div className="page-head">
        <div>
          <h1>{title}</h1>
          <p className="sub">{about}</p>
        </div>
      </div>
      {isWhole ? (
        <p className="note">
          Whoever started Bookend says which mail server it uses (<span className="mono">BOOKEND_SMTP_URL</span>); it
          can be changed there only.
        </p>
      ) : (
        <SettingsForm
          key={view.history[0]?.at ?? 'never'}
          view={view}
          settings={settings}
          save={actions.saveSettings}
        />
      )}
      {view.section === 'mail' && <MailProof view={view} zone={zone} actions={actions} />}
      {view.section === 'mailbox' && view.mayChange && <MailboxTry tryMailbox={actions.tryMailbox} />}
      <section className="sheet follows" aria-label="What follows from it">
        <header>
          <h2>What follows from it</h2>
        </header>
        <ul className="pad">
          {follows.map((what) => (
            <li key={what}>{what}</li>
          ))}
          <li>Administrators may change it; who did, and what it was before, stands below and in the trail.</li>
        </ul>
      </section>
      <SettingsHistory history={view.history} zone={zone} />
    </>
  );
}

function SettingsForm({
  view,
  settings,
  save,
}: {
  view: SectionView;
  settings: readonly SettingView[];
  save: Acts['saveSettings'];
}) {
  const { control, register, handleSubmit, setError, formState } = useFields<Values>({
    defaultValues: Object.fromEntries(settings.map(({ name, value }) => [name, value || defaultOf(name)])),
  });
  const values = useWatch({ control });
  const [failure, setFailure] = useState<string | null>(null);
  const say = useSay();
  const router = useRouter();
  const submit = handleSubmit(async (typed) => {
    setFailure(null);
    const result = await save({ section: view.section, values: typed }).catch(stillHere);
    if (result.ok) {
      say('Saved; it holds from now on', true);
      return router.refresh();
    }
    setFailure(result.message);
    tellFields(setError, result.fields);
  });
  const shown = settings.filter(({ name }) => {
    const { when } = ASKED[name];
    return !when || values[when.setting] === when.is;
  });
  return (
    <form onSubmit={submit} noValidate className="sheet" aria-label={SECTION_WORDS[view.section].title}>
      <div className="pad fields settings">
        <FailureNote text={failure} />
        {shown.map((setting) => {
          const { help, options, isLong, isPicture } = ASKED[setting.name];
          const error = formState.errors[setting.name]?.message;
          const isFixed = setting.from === 'environment' || !view.mayChange;
          if (isPicture)
            return (
              <PictureField
                key={setting.name}
                name={setting.name}
                control={control}
                label={setting.label}
                help={help}
                error={error}
                isFixed={isFixed}
              />
            );
          if (options && !isFixed)
            return (
              <FormChoose
                key={setting.name}
                name={setting.name}
                control={control}
                label={setting.label}
                options={options}
                error={error ?? undefined}
              />
            );
          return (
            <TextField
              key={setting.name}
              id={setting.name}
              {...register(setting.name)}
              label={setting.label}
              type={setting.isSecret ? 'password' : 'text'}
              autoComplete={setting.isSecret ? 'new-password' : 'off'}
              multiline={isLong ?? false}
              minRows={isLong ? 2 : 1}
              error={Boolean(error)}
              helperText={error ?? helpOf(setting, help)}
              slotProps={{ htmlInput: { readOnly: isFixed } }}
            />
          );
        })}
        {view.mayChange && (
          <div className="row">
            <Button type="submit" variant="contained" data-next-act disabled={formState.isSubmitting}>
              Save
            </Button>
          </div>
        )}
      </div>
    </form>
  );
}

/** One of a few is always chosen. */
function defaultOf(name: SettingView['name']): string {
  if (name === 'mailSecurity') return 'starttls';
  if (name === 'imapSecurity') return 'tls';
  return name === 'mailboxKind' ? 'none' : '';
}

function helpOf({ from, env, isSecret, isKept }: SettingView, help: string): string {
  if (from === 'environment') return `Said by whoever started Bookend (${env}); it can be changed there only.`;
  return isSecret && isKept ? `One is kept. Empty: it stays. ${help}` : help;
}
