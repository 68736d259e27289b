'use client';

import Button from '@mui/material/Button';
import Dialog from '@mui/material/Dialog';
import DialogActions from '@mui/material/DialogActions';
import DialogContent from '@mui/material/DialogContent';
import DialogTitle from '@mui/material/DialogTitle';
import { useRouter } from 'next/navigation';
import { useEffect, useState } from 'react';
import type { HelpSection } from '../../core/words/helpText';
import type { FrameActs } from '../shared/acts';
import { anchorOf, HelpWords } from './HelpSheet';

/** What the page at hand is for, and what people do there. */
export function PageHelp({
  path,
  isOpen,
  onClose,
  readHelpOf,
}: {
  path: string;
  isOpen: boolean;
  onClose: () => void;
} & Pick<FrameActs, 'readHelpOf'>) {
  const [section, setSection] = useState<HelpSection | null>(null);
  const [failure, setFailure] = useState<string | null>(null);
  const router = useRouter();
  useEffect(() => {
    if (!isOpen) return;
    let isStale = false;
    setSection(null);
    setFailure(null);
    void readHelpOf({ path }).then(
      (result) => {
        if (isStale) return;
        if (result.ok) setSection(result.value);
        else setFailure('Nothing is written about this page yet.');
      },
      () => isStale || setFailure('The server did not answer. Try again.'),
    );
    return () => {
      isStale = true;
    };
  }, [isOpen, path, readHelpOf]);
  return (
    <Dialog open={isOpen} onClose={onClose} aria-labelledby="help-title" maxWidth="sm" fullWidth>
      <DialogTitle id="help-title">{section?.title ?? 'Help'}</DialogTitle>
      <DialogContent className="stack">
        {section && <HelpWords section={section} />}
        {failure && <p role="alert">{failure}</p>}
      </DialogContent>
      <DialogActions>
        <Button
          onClick={() => {
            onClose();
            router.push(`/help${section ? `#${anchorOf(section.path)}` : ''}`);
          }}
        >
          All of the help
        </Button>
        <Button autoFocus variant="contained" onClick={onClose}>
          Close
        </Button>
      </DialogActions>
    </Dialog>
  );
}
