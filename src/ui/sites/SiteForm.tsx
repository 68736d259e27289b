'use client';

import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import { useRouter } from 'next/navigation';
import type { Control, FieldErrors, UseFormRegister } from 'react-hook-form';
import { addSiteInput, changeSiteInput, POSITIONS, type AddSite, type ChangeSite } from '../../core/sites/schema';
import type { SitesView, SiteView } from '../../core/sites/views';
import { FormChoose } from '../fields/FormChoose';
import { useSending } from '../fields/useSending';
import type { SiteActs } from '../shared/acts';
import { FailureNote } from '../shared/FailureNote';

const POSITION_WORDS: Readonly<Record<(typeof POSITIONS)[number], string>> = {
  bottom: 'along the bottom',
  top: 'along the top',
  corner: 'in a corner',
  centre: 'in the middle',
};

/** What both forms ask: where the site lies, what its panel shows, turns and holds back. */
function SiteFields({
  control,
  register,
  errors,
  asks,
}: {
  control: Control<ChangeSite>;
  register: UseFormRegister<ChangeSite>;
  errors: FieldErrors<ChangeSite>;
  asks: readonly string[];
}) {
  const text = (name: 'name' | 'origins' | 'switches' | 'held', label: string, help: string, rows = 1) => (
    <TextField
      id={`site-${name}`}
      {...register(name)}
      label={label}
      multiline={rows > 1}
      minRows={rows}
      error={Boolean(errors[name])}
      helperText={errors[name]?.message ?? help}
      slotProps={{ inputLabel: { shrink: true } }}
    />
  );
  return (
    <>
      {text('name', 'Name', 'As colleagues call it, such as Web shop.')}
      {text(
        'origins',
        'Origins',
        'One a line, such as https://shop.thornbury.example. Answers are taken from there alone.',
        2,
      )}
      <div className="pair">
        <FormChoose name="ask" control={control} label="Ask" options={asks} error={errors.ask?.message} />
        <FormChoose
          name="position"
          control={control}
          label="Where it stands"
          options={POSITIONS.map((one) => [one, POSITION_WORDS[one]] as const)}
          error={errors.position?.message}
        />
      </div>
      {text(
        'switches',
        'Switches',
        'One a line, such as “counting: visits”: what scripts of the site read, and the purposes each needs.',
        3,
      )}
      {text(
        'held',
        'Held back by address',
        'One a line, such as “ads.example/: ad-partners”: a part of an address, and the purposes it needs.',
        3,
      )}
    </>
  );
}

const NEW: AddSite = { id: '', name: '', origins: '', ask: '', position: 'bottom', switches: '', held: '' };

export function NewSiteForm({ view, addSite }: { view: SitesView } & Pick<SiteActs, 'addSite'>) {
  const router = useRouter();
  const { form, failure, submit } = useSending<AddSite, { id: string }>({
    schema: addSiteInput,
    defaults: NEW,
    act: addSite,
    done: 'Added; put its line into the pages',
    after({ id }) {
      form.reset(NEW);
      router.push(`/sites/${id}`);
      return 'left';
    },
  });
  const { control, register, formState } = form;
  return (
    <form onSubmit={submit} noValidate className="sheet" style={{ marginTop: 14 }} aria-label="Add a site">
      <header>
        <h2>Another site</h2>
      </header>
      <div className="pad fields">
        <FailureNote text={failure} />
        <TextField
          id="site-id"
          {...register('id')}
          label="Short name"
          error={Boolean(formState.errors.id)}
          helperText={formState.errors.id?.message ?? 'Small letters, such as shop; it stays.'}
          slotProps={{ inputLabel: { shrink: true } }}
        />
        <SiteFields
          control={control as never}
          register={register}
          errors={formState.errors}
          asks={view.asks.map(({ id }) => id)}
        />
        <div className="row">
          <Button type="submit" variant="contained" disabled={formState.isSubmitting}>
            Add the site
          </Button>
        </div>
      </div>
    </form>
  );
}

export function SiteSettings({ view, changeSite }: { view: SiteView } & Pick<SiteActs, 'changeSite'>) {
  const { form, failure, submit } = useSending<ChangeSite, null>({
    schema: changeSiteInput,
    defaults: {
      id: view.id,
      name: view.name,
      origins: view.origins.join('\n'),
      ask: view.ask,
      position: view.position,
      switches: view.switches,
      held: view.held,
    },
    act: changeSite,
    done: 'Saved; pages that are opened from now on do so',
  });
  const { control, register, formState } = form;
  return (
    <form onSubmit={submit} noValidate className="sheet" style={{ marginTop: 14 }} aria-label="What it does">
      <header>
        <h2>What it does</h2>
      </header>
      <div className="pad fields">
        <FailureNote text={failure} />
        <SiteFields control={control} register={register} errors={formState.errors} asks={view.asks} />
        <div className="row">
          <Button type="submit" variant="contained" disabled={formState.isSubmitting}>
            Save
          </Button>
        </div>
      </div>
    </form>
  );
}
