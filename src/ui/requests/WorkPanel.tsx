'use client';

import MenuItem from '@mui/material/MenuItem';
import TextField from '@mui/material/TextField';
import { useState } from 'react';
import { sayDay, sayInstant } from '../../core/shared/days';
import type { RequestView } from '../../core/requests/views';
import { ActButton } from '../shared/ActButton';
import type { RequestActs } from '../shared/acts';

/** Who answers for it, who sees it, and what colleagues tell each other about it. */
export function WorkPanel({ request, zone, actions }: { request: RequestView; zone: string; actions: RequestActs }) {
  const [text, setText] = useState('');
  const [matter, setMatter] = useState(request.matter ?? '');
  const [owner, setOwner] = useState(request.owner?.id ?? '');
  return (
    <section className="sheet" style={{ marginTop: 12, padding: '10px 14px' }} aria-label="Colleagues">
      <div className="row" style={{ alignItems: 'center' }}>
        {request.mayWork ? (
          <>
            <TextField
              id="owner"
              select
              size="small"
              label="Answers for it"
              value={owner}
              onChange={(event) => setOwner(event.target.value)}
              sx={{ width: 230 }}
            >
              <MenuItem value="">nobody in particular</MenuItem>
              {request.colleagues.map(({ id, name }) => (
                <MenuItem key={id} value={id}>
                  {name}
                </MenuItem>
              ))}
            </TextField>
            {owner !== (request.owner?.id ?? '') && (
              <ActButton
                act={() => actions.setOwner({ ref: request.ref, userId: owner || null, leaves: null })}
                undo={async ({ joined }) => {
                  const result = await actions.setOwner({
                    ref: request.ref,
                    userId: request.owner?.id ?? null,
                    leaves: joined ? owner : null,
                  });
                  if (result.ok) setOwner(request.owner?.id ?? '');
                  return result;
                }}
                done="Handed over"
              >
                Hand it over
              </ActButton>
            )}
          </>
        ) : (
          <span>Answered for by {request.owner?.name ?? 'nobody in particular'}.</span>
        )}
        <span className="muted">Seen and worked by {request.members.join(', ') || 'supervisors'}.</span>
      </div>
      <div className="row" style={{ marginTop: 8 }}>
        {request.mayWork ? (
          <TextField
            id="matter"
            size="small"
            label="Our matter"
            value={matter}
            onChange={(event) => setMatter(event.target.value)}
            sx={{ width: 230 }}
            slotProps={{ htmlInput: { maxLength: 80 } }}
          />
        ) : (
          request.matter && <span>Our matter {request.matter}.</span>
        )}
        {request.mayWork && matter.trim() !== (request.matter ?? '') && (
          <ActButton
            act={() => actions.setMatter({ ref: request.ref, matter })}
            undo={async () => {
              const before = request.matter ?? '';
              const result = await actions.setMatter({ ref: request.ref, matter: before });
              if (result.ok) setMatter(before);
              return result;
            }}
            done={matter.trim() === '' ? 'No longer linked' : 'Linked'}
          >
            {matter.trim() === '' ? 'Unlink it' : 'Link it'}
          </ActButton>
        )}
        {request.matterUrl && (
          <a href={request.matterUrl} rel="noreferrer noopener" target="_blank">
            Open {request.matter} in the matter register
          </a>
        )}
        {request.removedAt ? (
          <span className="muted">
            Its own data went on {sayDay(request.removedAt)}; that it was asked and answered stays.
          </span>
        ) : (
          request.goesOn && <span className="muted">Its own data goes on {sayDay(request.goesOn)}.</span>
        )}
      </div>
      {request.notes.map((note) => (
        <p key={note.id} className="words" style={{ marginTop: 8 }}>
          <b>{note.by}</b> <span className="muted">{sayInstant(note.at, zone)}</span>
          <br />
          {note.text}
        </p>
      ))}
      {request.mayWork && (
        <div className="row" style={{ marginTop: 8 }}>
          <TextField
            size="small"
            label="Note for colleagues; @ and a name calls somebody"
            value={text}
            onChange={(event) => setText(event.target.value)}
            sx={{ flex: 1, minWidth: 260 }}
            slotProps={{ htmlInput: { maxLength: 2000 } }}
          />
          <ActButton
            act={async () => {
              const result = await actions.addNote({ ref: request.ref, text });
              if (result.ok) setText('');
              return result;
            }}
            undo={async ({ id }) => {
              const result = await actions.takeBackNote({ ref: request.ref, id });
              if (result.ok) setText((now) => now || text);
              return result;
            }}
            disabled={text.trim() === ''}
            done="Noted"
          >
            Note it
          </ActButton>
        </div>
      )}
    </section>
  );
}
