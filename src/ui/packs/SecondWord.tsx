'use client';

import Button from '@mui/material/Button';
import Dialog from '@mui/material/Dialog';
import DialogActions from '@mui/material/DialogActions';
import DialogContent from '@mui/material/DialogContent';
import DialogTitle from '@mui/material/DialogTitle';
import { useState } from 'react';

/** The word that opens the pack is shown once: the sheet waits until somebody says that it is noted. */
export function SecondWord({ word, onNoted }: { word: string; onNoted: () => void }) {
  const [copied, setCopied] = useState<'no' | 'yes' | 'failed'>('no');
  const copy = () =>
    navigator.clipboard.writeText(word).then(
      () => setCopied('yes'),
      () => setCopied('failed'),
    );
  return (
    <Dialog open aria-labelledby="second-word">
      <DialogTitle id="second-word">Sent. The second word</DialogTitle>
      <DialogContent>
        <p>
          Tell the person this word another way than by mail: by telephone or at the counter. It opens the pack and is
          shown only now.
        </p>
        <p className="big-words" data-word style={{ userSelect: 'all' }}>
          {word}
        </p>
        {copied === 'failed' && (
          <p className="late" role="alert">
            The browser does not let it be copied. Mark it and copy it yourself.
          </p>
        )}
      </DialogContent>
      <DialogActions>
        <Button onClick={() => void copy()}>{copied === 'yes' ? 'Copied' : 'Copy it'}</Button>
        <Button variant="contained" onClick={onNoted}>
          It is noted
        </Button>
      </DialogActions>
    </Dialog>
  );
}
