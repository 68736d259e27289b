'use client';

import Button from '@mui/material/Button';
import TableBody from '@mui/material/TableBody';
import TableHead from '@mui/material/TableHead';
import TextField from '@mui/material/TextField';
import { useRouter } from 'next/navigation';
import { useState } from 'react';
import { newNoticeInput, type NewNotice } from '../../core/notices/schema';
import type { NoticeLine, NoticesView } from '../../core/notices/views';
import { dayIn, sayDay } from '../../core/shared/days';
import { FormChoose } from '../fields/FormChoose';
import { useSending } from '../fields/useSending';
import type { NoticeActs } from '../shared/acts';
import { FailureNote } from '../shared/FailureNote';
import Link from '../shared/Link';
import { ListTable } from '../shared/ListTable';

type Acts = Pick<NoticeActs, 'startNotice'>;

const KINDS = [
  ['privacy', 'what is done with data'],
  ['tracker', 'what pages keep on a device'],
  ['page', 'something else'],
] as const;

const kindOf = (kind: NoticeLine['kind']) => KINDS.find(([one]) => one === kind)![1];

/** What people are told: each notice with whether it is still true. */
export function NoticesSheet({ view, zone, actions }: { view: NoticesView; zone: string; actions: Acts }) {
  const [isNew, setNew] = useState(false);
  return (
    <>
      <div className="page-head">
        <div>
          <h1>Notices</h1>
          <p className="sub">
            What people are told. Each sentence is held against the register, the rules and the scans, all the time.
          </p>
        </div>
        {view.mayDraft && !isNew && (
          <Button variant="contained" onClick={() => setNew(true)}>
            A new notice
          </Button>
        )}
      </div>
      {isNew && <NewNoticeForm startNotice={actions.startNotice} close={() => setNew(false)} />}
      <section className="sheet wrap" aria-label="Notices" tabIndex={0}>
        {view.notices.length === 0 ? (
          <p className="empty">
            Nobody is told anything yet. Begin with the privacy notice: it is proposed from the register.
          </p>
        ) : (
          <ListTable aria-label="Notices">
            <TableHead>
              <tr>
                {['notice', 'tells', 'version', 'languages', 'state', 'not true any more'].map((name) => (
                  <th key={name}>{name}</th>
                ))}
              </tr>
            </TableHead>
            <TableBody>
              {view.notices.map((one) => (
                <tr key={one.id}>
                  <td>
                    <Link href={`/ledger/notices/${one.id}`}>{one.title || one.id}</Link>
                    <br />
                    <span className="muted mono">{one.address ?? one.id}</span>
                  </td>
                  <td>{kindOf(one.kind)}</td>
                  <td>{one.version === null ? '–' : `${one.version}, ${sayDay(dayIn(one.publishedAt!, zone))}`}</td>
                  <td className="mono">{one.languages.join(' ')}</td>
                  <td>{STATES[one.state]}</td>
                  <td className="num">{one.untrue === 0 ? '–' : <b className="late">{one.untrue}</b>}</td>
                </tr>
              ))}
            </TableBody>
          </ListTable>
        )}
      </section>
    </>
  );
}

const STATES: Readonly<Record<NoticeLine['state'], string>> = {
  draft: 'being written',
  review: 'waits for a second look',
  published: 'published',
};

function NewNoticeForm({ startNotice, close }: Acts & { close: () => void }) {
  const router = useRouter();
  const { form, failure, submit } = useSending<NewNotice, { id: string }>({
    schema: newNoticeInput,
    defaults: { id: '', kind: 'privacy', address: '' },
    act: startNotice,
    done: 'Begun',
    after: ({ id }) => {
      router.push(`/ledger/notices/${id}`);
      return 'left';
    },
  });
  const { register, control, formState } = form;
  return (
    <form className="sheet" style={{ marginBottom: 14 }} aria-label="A new notice" noValidate onSubmit={submit}>
      <header>
        <h2>A new notice</h2>
      </header>
      <div className="pad fields">
        <FailureNote text={failure} />
        <div className="pair">
          <TextField
            id="notice-id"
            {...register('id')}
            label="Short name"
            autoFocus
            error={Boolean(formState.errors.id)}
            helperText={formState.errors.id?.message ?? 'It stands in the address of its page, such as privacy.'}
          />
          <FormChoose name="kind" control={control} label="It tells" options={KINDS} />
        </div>
        <TextField
          id="notice-address"
          {...register('address')}
          label="An existing page"
          error={Boolean(formState.errors.address)}
          helperText={
            formState.errors.address?.message ??
            'Its words are taken in and watched from then on. Empty: it is written here, from the register.'
          }
        />
        <div className="row">
          <Button type="submit" variant="contained" disabled={formState.isSubmitting}>
            Begin
          </Button>
          <Button onClick={close}>Leave it</Button>
        </div>
      </div>
    </form>
  );
}
