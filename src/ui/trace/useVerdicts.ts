import type { RequestRef } from '../../core/shared/ids';
import { useRouter } from 'next/navigation';
import { useCallback, useEffect, useRef, useState } from 'react';
import { MOST_VERDICTS } from '../../core/requests/schema';
import type { Verdict } from '../../core/trace/views';
import { useSay } from '../shared/Say';
import type { RequestActs } from '../shared/acts';

/**
 * Who judges by keys gives the next verdict within this time, in milliseconds; only after it the sheet is made anew.
 */
const AT_REST = 400;

const NOT_SAVED = 'The last verdicts could not be saved. They are shown as they were; give them again.';

/** What is given for a match, and what it takes the place of. */
export interface Given {
  verdict: Verdict | null;
  before: Verdict | null;
}

/**
 * Verdicts as the reviewer sees them at once, and their way to the server: what is given while a call is on its way
 * waits and goes with the next call, so that nobody is faster than the server for long. What is refused is shown as it
 * stood before, and said.
 */
export function useVerdicts(ref: RequestRef, actions: RequestActs, onChange: () => Promise<{ isSuccess: boolean }>) {
  const [given, setGiven] = useState<ReadonlyMap<string, Verdict | null>>(new Map());
  const waiting = useRef(new Map<string, Given>());
  const isSending = useRef(false);
  const rest = useRef<ReturnType<typeof setTimeout>>(undefined);
  const say = useSay();
  const router = useRouter();

  const flush = useCallback(async () => {
    if (isSending.current) return;
    isSending.current = true;
    for (let batch = next(waiting.current); batch.length > 0; batch = next(waiting.current)) {
      const result = await actions
        .giveVerdicts({ ref, verdicts: batch.map(([matchId, { verdict }]) => ({ matchId, verdict })) })
        .catch(() => ({ ok: false, message: NOT_SAVED }) as const);
      if (result.ok) continue;
      // What has been given anew meanwhile is still on its way; it takes the place of what stood before this.
      const left = batch.filter(([id, { before }]) => {
        const newer = waiting.current.get(id);
        if (newer) newer.before = before;
        return !newer;
      });
      setGiven((map) => new Map([...map, ...left.map(([id, { before }]) => [id, before] as const)]));
      say(result.message, false);
    }
    isSending.current = false;
    rest.current = setTimeout(() => {
      router.refresh();
      // From here on the server's word holds, also where a colleague has changed it.
      void onChange().then(({ isSuccess }) => isSuccess && !isSending.current && setGiven(new Map()));
    }, AT_REST);
  }, [actions, onChange, ref, router, say]);

  const give = useCallback(
    (verdicts: ReadonlyMap<string, Given>) => {
      setGiven((map) => new Map([...map, ...[...verdicts].map(([id, { verdict }]) => [id, verdict] as const)]));
      clearTimeout(rest.current);
      for (const [id, { verdict, before }] of verdicts)
        waiting.current.set(id, { verdict, before: (waiting.current.get(id) ?? { before }).before });
      void flush();
    },
    [flush],
  );

  useEffect(() => {
    const onLeave = (event: BeforeUnloadEvent) =>
      (isSending.current || waiting.current.size > 0) && event.preventDefault();
    window.addEventListener('beforeunload', onLeave);
    return () => window.removeEventListener('beforeunload', onLeave);
  }, []);

  return { given, give };
}

/** Takes out what goes with the next call. */
function next(waiting: Map<string, Given>): [string, Given][] {
  const batch = [...waiting].slice(0, MOST_VERDICTS);
  for (const [id] of batch) waiting.delete(id);
  return batch;
}
