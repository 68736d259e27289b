'use client';

import Alert from '@mui/material/Alert';
import Button from '@mui/material/Button';
import Snackbar from '@mui/material/Snackbar';
import { createContext, useCallback, useContext, useState, type ReactNode } from 'react';
import { SIGNED_OUT, tellSignedOut } from './notDone';

interface Said {
  text: string;
  isGood: boolean;
  undo?: () => void;
}

/** How long what was done can be taken back from where it is said, milliseconds. */
const UNDO_MS = 10_000;

const SayContext = createContext<(text: string, isGood: boolean, undo?: () => void) => void>(() => {});

/** What came of an act, said at the foot of the page for a few seconds; read out by screen readers. */
export function SayProvider({ children }: { children: ReactNode }) {
  const [said, setSaid] = useState<Said | null>(null);
  const say = useCallback((text: string, isGood: boolean, undo?: () => void) => {
    if (text === SIGNED_OUT) tellSignedOut();
    else setSaid({ text, isGood, ...(undo ? { undo } : {}) });
  }, []);
  return (
    <SayContext.Provider value={say}>
      {children}
      <Snackbar
        open={said !== null}
        autoHideDuration={said?.undo ? UNDO_MS : said?.isGood ? 3500 : 8000}
        onClose={(_, why) => why !== 'clickaway' && setSaid(null)}
        anchorOrigin={{ vertical: 'bottom', horizontal: 'center' }}
      >
        {said ? (
          <Alert
            severity={said.isGood ? 'success' : 'error'}
            variant="outlined"
            onClose={() => setSaid(null)}
            {...(said.undo ? { action: <Undo of={said.undo} close={() => setSaid(null)} /> } : {})}
            sx={{ background: 'var(--sheet)', color: 'var(--ink)' }}
          >
            {said.text}
          </Alert>
        ) : (
          <span />
        )}
      </Snackbar>
    </SayContext.Provider>
  );
}

function Undo({ of, close }: { of: () => void; close: () => void }) {
  return (
    <Button
      size="small"
      onClick={() => {
        close();
        of();
      }}
    >
      Take it back
    </Button>
  );
}

export function useSay(): (text: string, isGood: boolean, undo?: () => void) => void {
  return useContext(SayContext);
}
