'use client';

import Dialog from '@mui/material/Dialog';
import DialogContent from '@mui/material/DialogContent';
import DialogTitle from '@mui/material/DialogTitle';
import { useEffect, useState } from 'react';
import { setSingleKeys, singleKeysAct } from '../shared/keys';
import { Tick } from '../fields/Tick';

const EVERYWHERE = [
  ['Ctrl K', 'find people, requests, commands and the acts of this page'],
  ['/', 'search on this page'],
  ['O', 'open a request'],
  ['E', 'go to the next act; Enter does it'],
  ['↑ ↓ Enter', 'go through a list, and open'],
  ['?', 'this page'],
] as const;
const REVIEW = [
  ['J or ↓', 'next record'],
  ['K or ↑', 'record before'],
  ['T', 'theirs'],
  ['N', 'not theirs'],
  ['U', 'unsure'],
  ['S', 'ask for a second reader, or take that back'],
  ['R', 'hand over without the passages that are proposed'],
  ['Z', 'take the last verdict back'],
] as const;

export function KeysHelp({ isOpen, onClose, isReview }: { isOpen: boolean; onClose: () => void; isReview: boolean }) {
  const [act, setAct] = useState(true);
  useEffect(() => setAct(singleKeysAct()), [isOpen]);
  return (
    <Dialog open={isOpen} onClose={onClose} aria-labelledby="keys-title">
      <DialogTitle id="keys-title">Keys of this page</DialogTitle>
      <DialogContent>
        <div className="keys-list">
          {[...(isReview ? REVIEW : []), ...EVERYWHERE].map(([key, does], i) => (
            <div key={i} style={{ display: 'contents' }}>
              <span>
                <kbd>{key}</kbd>
              </span>
              <span>{does}</span>
            </div>
          ))}
        </div>
        <Tick
          checked={act}
          set={(on) => {
            setSingleKeys(on);
            setAct(on);
          }}
        >
          Single keys act. Off, only Ctrl K does; everything can be done with the mouse or Tab.
        </Tick>
      </DialogContent>
    </Dialog>
  );
}
