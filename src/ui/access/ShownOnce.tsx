'use client';

import Button from '@mui/material/Button';
import { useState } from 'react';

/** Something that is told once and kept nowhere: to be copied now. */
export function ShownOnce({ what, secret }: { what: string; secret: string }) {
  const [isCopied, setCopied] = useState(false);
  return (
    <div className="note stack" role="status">
      <span>{what}</span>
      <span className="secret mono">{secret}</span>
      <span className="row">
        <Button
          variant="outlined"
          onClick={() =>
            void navigator.clipboard.writeText(secret).then(
              () => setCopied(true),
              () => setCopied(false),
            )
          }
        >
          Copy
        </Button>
        <span className="muted">{isCopied ? 'Copied.' : 'It is not shown again.'}</span>
      </span>
    </div>
  );
}
