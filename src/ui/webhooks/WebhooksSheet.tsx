'use client';

import TableBody from '@mui/material/TableBody';
import TableHead from '@mui/material/TableHead';
import { useState } from 'react';
import type { NewSecret } from '../../core/access/views';
import { sayInstant } from '../../core/shared/days';
import { TOPIC_WORDS } from '../../core/webhooks/call';
import type { WebhookView } from '../../core/webhooks/views';
import { ShownOnce } from '../access/ShownOnce';
import { ActButton } from '../shared/ActButton';
import type { ActionResult } from '../shared/actionResult';
import type { SetupActs } from '../shared/acts';
import Link from '../shared/Link';
import { ListTable } from '../shared/ListTable';
import { NewWebhookForm } from './NewWebhookForm';

type Acts = Pick<
  SetupActs,
  'addWebhook' | 'rotateWebhookSecret' | 'pauseWebhook' | 'resumeWebhook' | 'tryWebhook' | 'removeWebhook'
>;

interface Props {
  webhooks: WebhookView[];
  zone: string;
  mayChange: boolean;
  actions: Acts;
}

/** Programs of others that are told when something happens: whom, of what, and whether it gets through. */
export function WebhooksSheet({ webhooks, zone, mayChange, actions }: Props) {
  const [told, setTold] = useState<{ name: string; secret: string } | null>(null);
  return (
    <>
      <div className="page-head">
        <div>
          <h1>Webhooks</h1>
          <p className="sub">
            Programs that are told of choices and requests as they happen. Each call is signed, comes again until it is
            taken, and waits in order while the program is away.
          </p>
        </div>
      </div>
      {told && <ShownOnce what={`The secret by which “${told.name}” knows that a call is ours`} secret={told.secret} />}
      <section className="sheet" aria-label="Webhooks">
        {webhooks.length === 0 ? (
          <p className="pad muted">Nobody is told yet.</p>
        ) : (
          <ListTable aria-label="Webhooks">
            <TableHead>
              <tr>
                {['whom', 'of what', 'how it goes', ''].map((name) => (
                  <th key={name}>{name}</th>
                ))}
              </tr>
            </TableHead>
            <TableBody>
              {webhooks.map((one) => (
                <tr key={one.id}>
                  <td>
                    <b>{one.name}</b>
                    <br />
                    <span className="muted mono">{one.url}</span>
                  </td>
                  <td>
                    {one.topics.map((topic) => TOPIC_WORDS[topic]).join('; ')}
                    {one.namesPeople && <span className="muted">; with addresses and numbers of people</span>}
                  </td>
                  <td>
                    <HowItGoes webhook={one} zone={zone} />
                  </td>
                  <td>{mayChange && <ActsOf webhook={one} actions={actions} tell={setTold} />}</td>
                </tr>
              ))}
            </TableBody>
          </ListTable>
        )}
      </section>
      {mayChange && <NewWebhookForm addWebhook={actions.addWebhook} tell={setTold} />}
    </>
  );
}

function HowItGoes({ webhook, zone }: { webhook: WebhookView; zone: string }) {
  const { state, failing, behind, lastTakenAt } = webhook;
  const waits = behind ? `${behind.toLocaleString('en')} choices wait` : null;
  return (
    <div className="stack">
      <span>
        {state === 'off' && 'Not told for now. '}
        {state === 'given-up' && <b className="late">Given up: it did not take a call for days. </b>}
        {failing && `Not taken since ${sayInstant(failing.since, zone)} (${failing.why}, ${failing.tries} tries). `}
        {failing?.nextTryAt && state === 'on' && `Next try ${sayInstant(failing.nextTryAt, zone)}. `}
        {!failing &&
          state === 'on' &&
          (lastTakenAt ? `Last taken ${sayInstant(lastTakenAt, zone)}. ` : 'Not called yet. ')}
        {waits && `${waits}.`}
      </span>
      <Link href={`/setup/webhooks/${webhook.id}`}>Its calls</Link>
    </div>
  );
}

function ActsOf({
  webhook: { id, name, state, failing },
  actions,
  tell,
}: {
  webhook: WebhookView;
  actions: Acts;
  tell: (told: { name: string; secret: string }) => void;
}) {
  const rotate = async (): Promise<ActionResult<NewSecret>> => {
    const result = await actions.rotateWebhookSecret({ id });
    if (result.ok) tell({ name, secret: result.value.secret });
    return result;
  };
  return (
    <span className="row">
      {state === 'on' && !failing && (
        <ActButton act={() => actions.tryWebhook({ id })} done="A call to try is on its way">
          Try it
        </ActButton>
      )}
      {(state !== 'on' || failing) && (
        <ActButton act={() => actions.resumeWebhook({ id })} done="It is told again, from where it stopped">
          {state === 'on' ? 'Send now' : 'Go on'}
        </ActButton>
      )}
      {state === 'on' && (
        <ActButton act={() => actions.pauseWebhook({ id })} done="Nothing is sent for now; it waits">
          Pause
        </ActButton>
      )}
      <ActButton
        act={rotate}
        done="Another secret; calls are signed with it from now on"
        ask={{
          title: `Another secret for “${name}”?`,
          text: 'Calls from now on are signed with it: tell the program before it refuses them. What it refuses comes again.',
          yes: 'Make another secret',
        }}
      >
        Another secret
      </ActButton>
      <ActButton
        act={() => actions.removeWebhook({ id })}
        done="Removed"
        ask={{
          title: `Tell “${name}” nothing any more?`,
          text: 'What waits for it is not sent, and its log goes. It can be added again.',
          yes: 'Remove it',
        }}
      >
        Remove
      </ActButton>
    </span>
  );
}
