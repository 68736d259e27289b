'use client';

import Button from '@mui/material/Button';
import TableBody from '@mui/material/TableBody';
import TableHead from '@mui/material/TableHead';
import TextField from '@mui/material/TextField';
import {
  PLACES_TO_TRY,
  sideBySide,
  tryInput,
  type TryGroup,
  type TryLook,
  type TrySite,
  type TryView,
} from '../../core/sites/tryOut';
import { FAULT_SAID } from '../../core/sites/trackerSaid';
import { FormChoose } from '../fields/FormChoose';
import { FormTick } from '../fields/FormTicks';
import { useSending } from '../fields/useSending';
import { RunProgress, type StopRun } from '../runs/RunProgress';
import type { SiteActs } from '../shared/acts';
import { FailureNote } from '../shared/FailureNote';
import Link from '../shared/Link';
import { ListTable } from '../shared/ListTable';
import { RefreshWhile } from '../shared/RefreshWhile';
import './sites.css';

type Acts = Pick<SiteActs, 'startTry'> & { stop: StopRun };

/** Any page of a site as somebody sees it who was never there: before an answer, after a no, after each yes, side by side. */
export function TrySheet({ view, actions }: { view: TryView; actions: Acts }) {
  const isRunning = view.run?.state === 'running';
  return (
    <>
      <RefreshWhile isMoving={isRunning} />
      <div className="page-head">
        <div>
          <h1>Try: {view.name}</h1>
          <p className="sub">
            As a fresh visitor, from a place, with a language and a signal. Nothing of it is recorded.{' '}
            <Link href={`/sites/${view.id}`}>Back to the site</Link>
          </p>
        </div>
      </div>
      {view.mayTry && !isRunning && (
        <TryForm key={JSON.stringify(view.asked)} view={view} startTry={actions.startTry} />
      )}
      {view.run && view.run.state !== 'finished' && (
        <section className="note slate" aria-label="Being tried" style={{ marginBottom: 14 }}>
          <RunProgress
            run={{ ...view.run, cause: view.run.cause && (FAULT_SAID[view.run.cause] ?? view.run.cause) }}
            what="Trying"
            unit="looks"
            stop={actions.stop}
          />
        </section>
      )}
      {view.liveLink && (
        <p className="note" style={{ marginBottom: 14 }}>
          <a href={view.liveLink} target="_blank" rel="noreferrer">
            Open the page live
          </a>{' '}
          and click on it yourself: a strip at its top tells what is permitted, waits, is kept and called. The link is
          good for half an hour.
        </p>
      )}
      {view.looks.length > 0 && <SideBySide view={view} />}
    </>
  );
}

function TryForm({ view, startTry }: { view: TryView } & Pick<SiteActs, 'startTry'>) {
  const { form, failure, submit } = useSending<TrySite, { runId: string }>({
    schema: tryInput,
    defaults: {
      id: view.id,
      url: view.asked?.url ?? `${view.origins[0] ?? ''}/`,
      place: view.asked?.place ?? 'DK',
      language: view.asked?.language ?? 'en',
      gpc: view.asked?.gpc ?? false,
    },
    act: startTry,
    done: 'It is being tried',
  });
  const { register, control, formState } = form;
  const places = PLACES_TO_TRY.map((place) => [place, place] as const);
  return (
    <form className="sheet" style={{ marginBottom: 14 }} aria-label="What to try" noValidate onSubmit={submit}>
      <div className="pad fields">
        <FailureNote text={failure} />
        <TextField
          id="try-url"
          {...register('url')}
          label="Page"
          error={Boolean(formState.errors.url)}
          helperText={formState.errors.url?.message ?? ' '}
        />
        <div className="pair">
          <FormChoose
            name="place"
            control={control}
            label="From"
            options={places}
            error={formState.errors.place?.message}
          />
          <TextField
            id="try-language"
            {...register('language')}
            label="Language of the browser"
            error={Boolean(formState.errors.language)}
            helperText={formState.errors.language?.message ?? ' '}
          />
        </div>
        <FormTick name="gpc" control={control}>
          the browser says no to sale and sharing (Global Privacy Control)
        </FormTick>
        <div className="row">
          <Button type="submit" variant="contained" disabled={formState.isSubmitting}>
            Try it
          </Button>
        </div>
      </div>
    </form>
  );
}

const GROUPS: Readonly<Record<TryGroup, string>> = {
  panel: 'Panel',
  switch: 'Switches',
  waits: 'Waits on the page',
  kept: 'Kept on the device',
  fetched: 'Fetched from others',
  read: 'Read of the visitor',
  called: 'Requests by host',
};

function SideBySide({ view }: { view: TryView }) {
  const { looks, titles } = view;
  const rows = sideBySide(looks);
  return (
    <>
      <div className="try-pictures">
        {looks.map((look) => (
          <figure key={look.state}>
            {look.hasPicture && (
              // It is made anew with each try.
              // eslint-disable-next-line @next/next/no-img-element
              <img
                src={`/sites/${view.id}/try/${encodeURIComponent(look.state)}?run=${view.run?.id ?? ''}`}
                alt={`The page, ${sayState(look, titles)}`}
              />
            )}
            <figcaption>
              {sayState(look, titles)}
              {look.fault && <span className="late"> {FAULT_SAID[look.fault] ?? look.fault}</span>}
            </figcaption>
          </figure>
        ))}
      </div>
      <section className="sheet wrap" tabIndex={0} aria-label="Side by side" style={{ marginTop: 14 }}>
        <ListTable aria-label="Side by side" className="list try-table">
          <TableHead>
            <tr>
              <th>what</th>
              {looks.map((look) => (
                <th key={look.state}>{sayState(look, titles)}</th>
              ))}
            </tr>
          </TableHead>
          {(Object.keys(GROUPS) as TryGroup[]).map((group) => {
            const own = rows.filter((row) => row.group === group);
            if (own.length === 0) return null;
            return (
              <TableBody key={group}>
                <tr>
                  <th colSpan={looks.length + 1} scope="rowgroup">
                    {GROUPS[group]}
                  </th>
                </tr>
                {own.map(({ name, cells }) => (
                  <tr key={name}>
                    <td className="mono">{name}</td>
                    {cells.map((cell, at) => (
                      <td key={looks[at]!.state}>{cell || '–'}</td>
                    ))}
                  </tr>
                ))}
              </TableBody>
            );
          })}
        </ListTable>
      </section>
    </>
  );
}

function sayState({ state }: TryLook, titles: TryView['titles']): string {
  if (state === 'before') return 'before';
  if (state === 'none') return 'no';
  if (state === 'all') return 'yes to all';
  const id = state.slice('only:'.length);
  return `only ${titles[id] ?? id}`;
}

/** Leads from a site to trying it. */
export function TryLine({ id }: { id: string }) {
  return (
    <section className="sheet" style={{ marginTop: 14 }} aria-label="Try it">
      <div className="pad row between">
        <p>What a fresh visitor gets, from any place, before and after each answer.</p>
        <Link href={`/sites/${id}/try`}>Try it</Link>
      </div>
    </section>
  );
}
