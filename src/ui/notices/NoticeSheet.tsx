'use client';

import type { Language } from '../../core/letters/mailings';
import type { NoticeView } from '../../core/notices/views';
import { sayInstant } from '../../core/shared/days';
import { RunProgress } from '../runs/RunProgress';
import { ActButton } from '../shared/ActButton';
import type { NoticeActs } from '../shared/acts';
import Link from '../shared/Link';
import { RefreshWhile } from '../shared/RefreshWhile';
import { NoticeDraftForm } from './NoticeDraftForm';
import { StaleFacts } from './NoticeFindings';
import { NoticeReviewSheet } from './NoticeReviewSheet';
import { NoticeVersions } from './NoticeVersions';

interface Props {
  view: NoticeView;
  zone: string;
  /** In which people are told. */
  languages: Language[];
  actions: NoticeActs;
}

const READ_FAULTS: Readonly<Record<string, string>> = {
  unreachable: 'The page could not be read. What was read before stays.',
  'no-words': 'The page had no words when it was read. What was read before stays.',
};

/** One notice: what it says, whether that is so, and who was told what. */
export function NoticeSheet({ view, zone, languages, actions }: Props) {
  const { id, versions, state } = view;
  const isMoving = view.run?.state === 'running' || view.telling?.state === 'running';
  return (
    <>
      <RefreshWhile isMoving={isMoving} />
      <div className="page-head">
        <div>
          <h1>Notice: {id}</h1>
          <p className="sub">
            {sayState(view)} <Link href="/ledger/notices">All notices</Link>
            {versions.length > 0 && (
              <>
                {' · '}
                <a href={view.page} target="_blank" rel="noreferrer">
                  Its page
                </a>
                {' · '}
                <a href={`${view.page}/text`} target="_blank" rel="noreferrer">
                  as plain text
                </a>
              </>
            )}
          </p>
        </div>
        {view.address && view.mayDraft && !isMoving && (
          <ActButton act={() => actions.startReading({ id })} done="It is being read">
            Read the page now
          </ActButton>
        )}
      </div>
      <StaleFacts stale={view.stale} />
      {view.address && (
        <p className={view.readFault ? 'note bad' : 'note'} style={{ marginBottom: 14 }}>
          Its words come from <span className="mono">{view.address}</span>,{' '}
          {view.readAt ? `read ${sayInstant(view.readAt, zone)}` : 'not read yet'}; it is read once a day.{' '}
          {view.readFault && READ_FAULTS[view.readFault]}
        </p>
      )}
      {view.run?.state === 'running' && <RunProgress run={view.run} what="Reading" unit="pages" />}
      {view.note && (
        <p className="note slate" style={{ marginBottom: 14 }}>
          {state === 'review' ? 'For the second look: ' : 'Given back: '}
          {view.note}
        </p>
      )}
      {view.mayDraft && !(state === 'review' && view.mayPublish && !view.isOwnText) ? (
        <NoticeDraftForm view={view} languages={languages} actions={actions} />
      ) : (
        <NoticeReviewSheet view={view} actions={actions} />
      )}
      <Telling view={view} actions={actions} />
      <NoticeVersions id={id} versions={versions} zone={zone} countNotice={actions.countNotice} />
      {versions.length > 0 && <OnPages view={view} />}
    </>
  );
}

function sayState({ state, writtenBy, versions, isOwnText }: NoticeView): string {
  const current = versions[0] ? `Version ${versions[0].version} is published. ` : 'Nothing is published yet. ';
  if (state === 'published') return current;
  if (state === 'draft') return `${current}A draft by ${writtenBy}.`;
  return `${current}A draft by ${writtenBy} waits for ${isOwnText ? 'somebody else' : 'a second look'}.`;
}

/** Those who chose under earlier versions are told of a material change. */
function Telling({ view, actions }: { view: NoticeView; actions: NoticeActs }) {
  const last = view.versions[0];
  if (!last?.isMaterial || view.state !== 'published') return null;
  return (
    <section className="sheet" style={{ marginTop: 14 }} aria-label="Telling people">
      <div className="pad row between">
        {view.telling ? (
          <p>
            {view.telling.state === 'running'
              ? 'People are being told by mail.'
              : `${last.told ?? 0} people were told by mail; ${view.telling.counts['without'] ?? 0} have no address here.`}
          </p>
        ) : (
          <p>
            It was a material change: whoever chose under an earlier version has to be told (GDPR art. 12(1), 13(3)).
          </p>
        )}
        {!view.telling && view.mayPublish && (
          <ActButton
            act={() => actions.startTelling({ id: view.id })}
            done="They are being told"
            ask={{
              title: 'Tell everybody concerned by mail?',
              text: 'Each gets one mail that says where the notice stands, and nothing else. Nobody is told of a version twice.',
              yes: 'Tell them',
            }}
          >
            Tell them by mail
          </ActButton>
        )}
      </div>
      {view.telling?.state === 'running' && <RunProgress run={view.telling} what="Telling" unit="people" />}
    </section>
  );
}

function OnPages({ view }: { view: NoticeView }) {
  return (
    <section className="sheet" style={{ marginTop: 14 }} aria-label="On your pages">
      <div className="pad stack">
        <p>
          On a page of a site that has a panel, this line shows the version in force, and the next one by itself once it
          is published:
        </p>
        <p className="mono">{view.embed}</p>
      </div>
    </section>
  );
}
