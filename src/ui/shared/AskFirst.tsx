'use client';

import Button from '@mui/material/Button';
import Dialog from '@mui/material/Dialog';
import DialogActions from '@mui/material/DialogActions';
import DialogContent from '@mui/material/DialogContent';
import DialogTitle from '@mui/material/DialogTitle';
import type { ReactNode } from 'react';

export interface Question {
  /** What would be done, to what and to how many. */
  title: string;
  text: ReactNode;
  /** The button that does it says what it does, never only “yes”. */
  yes: string;
  /** The way out, where leaving everything as it is says too little. */
  no?: string;
}

/** Asks before what cannot be taken back. The way out has the focus: Enter alone does nothing for good. */
export function AskFirst({
  question,
  isOpen,
  onYes,
  onNo,
}: {
  question: Question;
  isOpen: boolean;
  onYes: () => void;
  onNo: () => void;
}) {
  return (
    <Dialog open={isOpen} onClose={onNo} aria-labelledby="ask-first">
      <DialogTitle id="ask-first">{question.title}</DialogTitle>
      <DialogContent>{question.text}</DialogContent>
      <DialogActions>
        <Button autoFocus onClick={onNo}>
          {question.no ?? 'Leave it as it is'}
        </Button>
        <Button variant="contained" onClick={onYes}>
          {question.yes}
        </Button>
      </DialogActions>
    </Dialog>
  );
}
