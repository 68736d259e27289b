'use client';

import type { RequestRef } from '../../core/shared/ids';
import { useQueryClient } from '@tanstack/react-query';
import { useCallback } from 'react';
import type { MatchLine } from '../../core/trace/views';
import type { Redaction } from '../../core/trace/redaction';
import type { RequestActs } from '../shared/acts';
import { useSay } from '../shared/Say';

/** What is asked of the server in a review beside verdicts, with what became of it. */
export function useReviewActs(ref: RequestRef, actions: RequestActs, onChange: () => Promise<unknown>) {
  const say = useSay();
  const client = useQueryClient();
  const redact = useCallback(
    async (id: string, passages: readonly Redaction[]) => {
      const result = await actions.redact({ ref, matchId: id, passages });
      say(
        result.ok
          ? passages.length > 0
            ? 'It is handed over without these passages'
            : 'The redaction is taken back'
          : result.message,
        result.ok,
      );
      await client.invalidateQueries({ queryKey: ['match', id] });
      void onChange();
    },
    [actions, client, onChange, ref, say],
  );

  const askSecond = useCallback(
    async (row: MatchLine) => {
      const isWanted = row.second === null;
      const result = await actions.askSecondReader({ ref, matchId: row.id, isWanted });
      say(
        result.ok
          ? isWanted
            ? 'Somebody else has to read it too before anything is decided'
            : 'No second reader any more'
          : result.message,
        result.ok,
      );
      void onChange();
    },
    [actions, onChange, ref, say],
  );
  return { redact, askSecond };
}
