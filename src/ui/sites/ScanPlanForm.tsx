'use client';

import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import { scanPlanInput, type ScanPlan } from '../../core/sites/schema';
import type { ScanView } from '../../core/sites/views';
import { useSending } from '../fields/useSending';
import type { SiteActs } from '../shared/acts';
import { FailureNote } from '../shared/FailureNote';

/** How often a site is scanned, how many of its pages, and as whom. */
export function ScanPlanForm({ view, planScan }: { view: ScanView } & Pick<SiteActs, 'planScan'>) {
  const { plan } = view;
  const { form, failure, submit } = useSending<ScanPlan, null>({
    schema: scanPlanInput,
    defaults: {
      id: view.id,
      everyDays: plan.everyDays,
      pages: plan.pages,
      signInUrl: plan.signInUrl,
      user: plan.user,
      password: '',
    },
    act: planScan,
    done: 'Planned',
  });
  const { register, formState } = form;
  const text = (name: keyof ScanPlan, label: string, help: string, type = 'text') => (
    <TextField
      id={`plan-${name}`}
      {...register(name)}
      type={type}
      autoComplete="off"
      label={label}
      error={Boolean(formState.errors[name])}
      helperText={formState.errors[name]?.message ?? help}
      slotProps={{ inputLabel: { shrink: true } }}
    />
  );
  return (
    <form onSubmit={submit} noValidate className="sheet" style={{ marginTop: 14 }} aria-label="How it is scanned">
      <header>
        <h2>How it is scanned</h2>
      </header>
      <div className="pad fields">
        <FailureNote text={failure} />
        <div className="pair">
          {text('everyDays', 'Every so many days', 'Empty: only when somebody asks.')}
          {text('pages', 'Pages at most', 'Those of different makes first.')}
        </div>
        {text('signInUrl', 'Sign-in', 'The page that asks for a password; empty: only what everybody sees.')}
        <div className="pair">
          {text('user', 'As', 'A customer who was made up for it: nobody’s own account.')}
          {text(
            'password',
            'Password',
            plan.hasPassword ? 'One is kept; it stays where you type none.' : 'Kept sealed.',
            'password',
          )}
        </div>
        <div className="row">
          <Button type="submit" variant="contained" disabled={formState.isSubmitting}>
            Plan it so
          </Button>
        </div>
      </div>
    </form>
  );
}
