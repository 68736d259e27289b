'use client';

import Button from '@mui/material/Button';
import MenuItem from '@mui/material/MenuItem';
import TextField from '@mui/material/TextField';
import { useRouter } from 'next/navigation';
import { useState, type ReactNode } from 'react';
import type { PurposeDraft } from '../../core/ledger/schema';
import { PURPOSE_KINDS } from '../../core/ledger/types';
import type { PurposeShown, WhatIf } from '../../core/ledger/views';
import { dayIn, sayDay, sayInstant } from '../../core/shared/days';
import { useSay } from '../shared/Say';
import { StandingMark } from '../shared/StandingMark';
import type { ActionResult } from '../shared/actionResult';

interface Props {
  /** Every version, in order. */
  versions: readonly PurposeShown[];
  now: string;
  zone: string;
  mayDraft: boolean;
  mayPublish: boolean;
  tryOut: (draft: unknown) => Promise<ActionResult<WhatIf>>;
  publish: (draft: unknown) => Promise<ActionResult<{ version: number }>>;
}

const days = (value: number | null) =>
  value === null ? '–' : value % 365 === 0 ? `${value / 365} ${value === 365 ? 'year' : 'years'}` : `${value} days`;

/** The tree of purposes with their rules; a change is tried out on everybody before it is published. */
export function PurposesSheet({ versions, now, zone, mayDraft, mayPublish, tryOut, publish }: Props) {
  const [draft, setDraft] = useState<PurposeDraft | null>(null);
  const inForce = [...new Set(versions.map(({ id }) => id))].flatMap(
    (id) => versions.filter((one) => one.id === id && one.validFrom <= now).at(-1) ?? [],
  );
  const tree = (parent: string | null, depth: number): { purpose: PurposeShown; depth: number }[] =>
    inForce
      .filter((one) => one.parent === parent)
      .flatMap((purpose) => [{ purpose, depth }, ...tree(purpose.id, depth + 1)]);
  return (
    <>
      <div className="page-head">
        <div>
          <h1>Purposes</h1>
          <p className="sub">
            What data is used for, and by which rules. A child is never permitted when its parent is not. An edit makes
            a version; what was asked before is read by the rules of its time.
          </p>
        </div>
        {mayDraft && (
          <Button variant="contained" onClick={() => setDraft(empty(now))}>
            A new purpose
          </Button>
        )}
      </div>
      {draft && (
        <Editor
          key={draft.id || 'new'}
          draft={draft}
          parents={inForce}
          mayPublish={mayPublish}
          tryOut={tryOut}
          publish={publish}
          close={() => setDraft(null)}
        />
      )}
      <section className="sheet wrap" tabIndex={0} aria-label="Purposes">
        <table className="list">
          <thead>
            <tr>
              <th>purpose</th>
              <th>kind</th>
              <th>rules</th>
              <th>who receives it</th>
              <th className="num">version</th>
              <th />
            </tr>
          </thead>
          <tbody>
            {tree(null, 0).map(({ purpose, depth }) => (
              <tr key={purpose.id}>
                <td style={{ paddingLeft: 10 + depth * 20, width: 220 }} title={purpose.plain}>
                  {depth > 0 && <span className="muted">└ </span>}
                  <b>{purpose.title}</b>
                </td>
                <td className="nowrap">{purpose.kind.replaceAll('-', ' ')}</td>
                <td className="muted">{rulesOf(purpose)}</td>
                <td className="muted">{purpose.recipients.join(', ') || '–'}</td>
                <td className="num" title={`in force since ${sayInstant(purpose.validFrom, zone)}`}>
                  {purpose.version}
                </td>
                <td style={{ textAlign: 'right' }}>
                  {mayDraft && (
                    <button className="plain" onClick={() => setDraft({ ...draftOf(purpose), validFrom: now })}>
                      Change
                    </button>
                  )}
                </td>
              </tr>
            ))}
          </tbody>
        </table>
      </section>
      {versions.some(({ validFrom }) => validFrom > now) && (
        <p className="note slate" style={{ marginTop: 12 }}>
          Published for later:{' '}
          {versions
            .filter(({ validFrom }) => validFrom > now)
            .map((one) => `${one.title} v${one.version} from ${sayDay(dayIn(one.validFrom, zone))}`)
            .join(', ')}
          .
        </p>
      )}
    </>
  );
}

function rulesOf(purpose: PurposeShown): string {
  const rules = [
    purpose.confirmWithinHours
      ? `confirmed within ${purpose.confirmWithinHours} h${purpose.confirmBy === 'bookend' ? ', Bookend asks' : ''}`
      : '',
    purpose.shelfLifeDays ? `a yes is kept ${days(purpose.shelfLifeDays)}` : '',
    purpose.askAgainAfterDays ? `after a no ask again in ${days(purpose.askAgainAfterDays)}` : '',
    purpose.askAgainOnMaterial ? 'a yes ends when words change materially' : '',
    ...purpose.kinds.map(({ country, kind }) => `${country}: ${kind}`),
  ].filter(Boolean);
  return rules.join(' · ') || '–';
}

function empty(now: string): PurposeDraft {
  return {
    id: '',
    title: '',
    plain: '',
    kind: 'consent',
    parent: null,
    confirmWithinHours: null,
    confirmBy: 'source',
    shelfLifeDays: null,
    askAgainAfterDays: null,
    askAgainOnMaterial: false,
    isSale: false,
    validFrom: now,
    kinds: [],
    channels: [],
    categories: [],
    recipients: [],
    transfers: null,
    retention: null,
    balancing: null,
  };
}

function draftOf(purpose: PurposeShown): PurposeDraft {
  const {
    id,
    title,
    plain,
    kind,
    parent,
    confirmWithinHours,
    confirmBy,
    shelfLifeDays,
    askAgainAfterDays,
    askAgainOnMaterial,
    isSale,
    validFrom,
    kinds,
    channels,
    categories,
    recipients,
    transfers,
    retention,
    balancing,
  } = purpose;
  return {
    id,
    title,
    plain,
    kind,
    parent,
    confirmWithinHours,
    confirmBy,
    shelfLifeDays,
    askAgainAfterDays,
    askAgainOnMaterial,
    isSale,
    validFrom,
    kinds: [...kinds],
    channels: [...channels],
    categories: [...categories],
    recipients: [...recipients],
    transfers,
    retention,
    balancing,
  };
}

const listOf = (text: string) =>
  text
    .split(',')
    .map((one) => one.trim())
    .filter(Boolean);
const numberOf = (text: string) => (text.trim() === '' ? null : Number(text));

function Editor({
  draft: first,
  parents,
  mayPublish,
  tryOut,
  publish,
  close,
}: {
  draft: PurposeDraft;
  parents: readonly PurposeShown[];
  mayPublish: boolean;
  tryOut: Props['tryOut'];
  publish: Props['publish'];
  close: () => void;
}) {
  const [draft, setDraft] = useState(first);
  const [errors, setErrors] = useState<Record<string, string>>({});
  const [failure, setFailure] = useState<string | null>(null);
  const [found, setFound] = useState<WhatIf | null>(null);
  const router = useRouter();
  const say = useSay();
  const set = (change: Partial<PurposeDraft>) => {
    setDraft({ ...draft, ...change });
    setFound(null);
  };
  const take = <T,>(result: ActionResult<T>): T | null => {
    setErrors(result.ok ? {} : (result.fields ?? {}));
    setFailure(result.ok ? null : result.message);
    return result.ok ? result.value : null;
  };
  const lost = (): ActionResult<never> => ({
    ok: false,
    message: 'The server did not answer. What you typed is still here.',
  });
  const onPublish = async () => {
    const done = take(await publish(draft).catch(lost));
    if (!done) return;
    say(`Published as version ${done.version}`, true);
    router.refresh();
    close();
  };
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
    <section
      className="sheet pad stack"
      style={{ marginBottom: 14 }}
      aria-label={first.id ? `Change ${first.title}` : 'A new purpose'}
    >
      <h2>{first.id ? `Change “${first.title}”` : 'A new purpose'}</h2>
      {failure && (
        <p className="note bad" role="alert">
          {failure}
        </p>
      )}
      <div className="fields" style={{ maxWidth: 'none', gap: 4 }}>
        <div className="pair">
          {field('id', 'Short name', { disabled: Boolean(first.id) })}
          {field('title', 'Title')}
        </div>
        {field('plain', 'In plain words, as the person reads it', { multiline: true })}
        <div className="pair">
          {field('kind', 'Kind', {
            select: true,
            helperText: draft.kind === 'soft-opt-in' ? 'Own similar goods, to the address of a sale, until a no.' : ' ',
            children: PURPOSE_KINDS.map((kind) => (
              <MenuItem key={kind} value={kind}>
                {kind.replaceAll('-', ' ')}
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
          <label>
            <input
              type="checkbox"
              checked={draft.askAgainOnMaterial}
              onChange={(event) => set({ askAgainOnMaterial: event.target.checked })}
            />{' '}
            a yes ends when ask or notice change materially
          </label>
          <label>
            <input type="checkbox" checked={draft.isSale} onChange={(event) => set({ isSale: event.target.checked })} />{' '}
            sale, sharing or targeted advertising: browsers’ signals speak of it
          </label>
          <label>
            <input
              type="checkbox"
              checked={draft.confirmBy === 'bookend'}
              onChange={(event) => set({ confirmBy: event.target.checked ? 'bookend' : 'source' })}
            />{' '}
            Bookend mails for the confirmation
          </label>
        </div>
        <KindsByCountry kinds={draft.kinds} set={(kinds) => set({ kinds })} />
      </div>
      {found && <Found found={found} />}
      <div className="row">
        <Button
          variant={found ? 'outlined' : 'contained'}
          onClick={() =>
            void tryOut(draft)
              .catch(lost)
              .then((result) => setFound(take(result)))
          }
        >
          What would change?
        </Button>
        <Button
          variant={found ? 'contained' : 'outlined'}
          disabled={!found || !mayPublish}
          onClick={() => void onPublish()}
        >
          Publish
        </Button>
        {!mayPublish && <span className="muted">A supervisor publishes.</span>}
        {mayPublish && !found && <span className="muted">Look at what would change first.</span>}
        <button type="button" className="plain" onClick={close}>
          Leave it
        </button>
      </div>
    </section>
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
          <input
            aria-label="country"
            value={one.country}
            onChange={(event) => change(i, { country: event.target.value.toUpperCase() })}
            placeholder="US-CA"
          />
          <input
            aria-label="from"
            type="date"
            value={one.from}
            onChange={(event) => change(i, { from: event.target.value })}
          />
          <select
            aria-label="kind"
            value={one.kind}
            onChange={(event) => change(i, { kind: event.target.value as PurposeDraft['kind'] })}
          >
            {PURPOSE_KINDS.map((kind) => (
              <option key={kind}>{kind}</option>
            ))}
          </select>
          <button type="button" className="plain" onClick={() => set(kinds.filter((_, n) => n !== i))}>
            Remove
          </button>
        </div>
      ))}
      <button
        type="button"
        className="plain"
        style={{ marginTop: 4 }}
        onClick={() => set([...kinds, { country: '', from: '2020-01-01', kind: 'opt-out' }])}
      >
        Another country
      </button>
    </fieldset>
  );
}

function Found({ found }: { found: WhatIf }) {
  return (
    <div className={`note ${found.altered === 0 ? 'good' : ''}`} role="status">
      <p>
        <b>
          {found.altered === 0
            ? 'Nobody’s standing would change.'
            : `${found.altered} of ${found.people} people would stand differently: ${found.gained} more permitted, ${found.lost} fewer.`}
        </b>
      </p>
      {found.changes.slice(0, 6).map(({ from, to, count }) => (
        <p key={`${from}${to}`}>
          <span className="num">{count}</span> <StandingMark standing={from} /> → <StandingMark standing={to} />
        </p>
      ))}
    </div>
  );
}
