'use client';

import Dialog from '@mui/material/Dialog';
import DialogContent from '@mui/material/DialogContent';
import DialogTitle from '@mui/material/DialogTitle';

const EVERYWHERE = [['Ctrl K', 'find people, requests and commands'], ['/', 'search on this page'], ['N', 'open a request'], ['?', 'this page']] as const;
const REVIEW = [['J or ↓', 'next record'], ['K or ↑', 'record before'], ['T', 'theirs'], ['N', 'not theirs'], ['U', 'unsure'], ['R', 'hand over without the passages that are proposed'], ['Z', 'take the last verdict back']] as const;

export function KeysHelp({ isOpen, onClose, isReview }: { isOpen: boolean; onClose: () => void; isReview: boolean }) {
  return (
    <Dialog open={isOpen} onClose={onClose} aria-labelledby="keys-title">
      <DialogTitle id="keys-title">Keys of this page</DialogTitle>
      <DialogContent>
        <div className="keys-list">
          {[...(isReview ? REVIEW : []), ...EVERYWHERE].map(([key, does], i) => (
            <div key={i} style={{ display: 'contents' }}><span><kbd>{key}</kbd></span><span>{does}</span></div>
          ))}
        </div>
      </DialogContent>
    </Dialog>
  );
}
