'use client';

import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import { sayTrackerInput, type SayTracker } from '../../core/sites/schema';
import { KIND_SAID } from '../../core/sites/trackerSaid';
import { USES } from '../../core/sites/trackerWords';
import type { ScanTracker } from '../../core/sites/views';
import { TRACKER_LIST_WORDS } from '../../core/words/sections';
import { FormChoose } from '../fields/FormChoose';
import { FormTick } from '../fields/FormTicks';
import { useSending } from '../fields/useSending';
import type { SiteActs } from '../shared/acts';
import { FailureNote } from '../shared/FailureNote';

/** Says whose something is and what it is for: of this name alone, or of everything of its host. */
export function TrackerWordsForm({
  tracker,
  sayTracker,
  onDone,
}: { tracker: ScanTracker; onDone: () => void } & Pick<SiteActs, 'sayTracker'>) {
  const { kind, host, name, words } = tracker;
  const { form, failure, submit } = useSending<SayTracker, null>({
    schema: sayTrackerInput,
    defaults: {
      host,
      name,
      owner: words?.owner ?? '',
      ...(words ? { use: words.use } : {}),
      keepsDays: words?.keepsDays ?? null,
      isSale: words?.isSale ?? false,
    },
    act: sayTracker,
    done: 'Described',
    after: onDone,
  });
  const { control, register, formState } = form;
  return (
    <form
      onSubmit={submit}
      noValidate
      className="sheet"
      style={{ marginBottom: 14 }}
      aria-label={`Describe ${host} ${name}`}
    >
      <header>
        <h2>
          Describe: {KIND_SAID[kind]} {name} of {host}
        </h2>
      </header>
      <div className="pad fields">
        <FailureNote text={failure} />
        <div className="pair">
          <TextField
            id="tracker-owner"
            {...register('owner')}
            label="Whose it is"
            autoFocus
            error={Boolean(formState.errors.owner)}
            helperText={formState.errors.owner?.message ?? 'The company that gets what it learns.'}
            slotProps={{ inputLabel: { shrink: true } }}
          />
          <FormChoose
            name="use"
            control={control}
            label="What it is for"
            options={USES.map((use) => [use, TRACKER_LIST_WORDS.en.uses[use]] as const)}
            error={formState.errors.use?.message}
          />
        </div>
        <div className="pair">
          <TextField
            id="tracker-days"
            {...register('keepsDays')}
            label="How long it stays, days"
            error={Boolean(formState.errors.keepsDays)}
            helperText={
              formState.errors.keepsDays?.message ?? 'As you say it to visitors; empty where nothing is said.'
            }
            slotProps={{ inputLabel: { shrink: true } }}
          />
          <TextField
            id="tracker-name"
            {...register('name')}
            label="Of this name"
            helperText="Empty: of everything of this host."
            slotProps={{ inputLabel: { shrink: true } }}
          />
        </div>
        <FormTick name="isSale" control={control}>
          It sells or shares what it learns, or advertises elsewhere by it
        </FormTick>
        <div className="row">
          <Button type="submit" variant="contained" disabled={formState.isSubmitting}>
            Say so
          </Button>
          <Button onClick={onDone}>Not now</Button>
        </div>
      </div>
    </form>
  );
}
