'use client';

import Alert from '@mui/material/Alert';
import Snackbar from '@mui/material/Snackbar';
import { createContext, useCallback, useContext, useState, type ReactNode } from 'react';
import { SIGNED_OUT, tellSignedOut } from './signedOut';

interface Said {
  text: string;
  isGood: boolean;
}

const SayContext = createContext<(text: string, isGood: boolean) => void>(() => {});

/** What came of an act, said at the foot of the page for a few seconds; read out by screen readers. */
export function SayProvider({ children }: { children: ReactNode }) {
  const [said, setSaid] = useState<Said | null>(null);
  const say = useCallback((text: string, isGood: boolean) => {
    if (text === SIGNED_OUT) tellSignedOut();
    else setSaid({ text, isGood });
  }, []);
  return (
    <SayContext.Provider value={say}>
      {children}
      <Snackbar
        open={said !== null}
        autoHideDuration={said?.isGood ? 3500 : 8000}
        onClose={(_, why) => why !== 'clickaway' && setSaid(null)}
        anchorOrigin={{ vertical: 'bottom', horizontal: 'center' }}
      >
        {said ? (
          <Alert
            severity={said.isGood ? 'success' : 'error'}
            variant="outlined"
            onClose={() => setSaid(null)}
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

export function useSay(): (text: string, isGood: boolean) => void {
  return useContext(SayContext);
}
