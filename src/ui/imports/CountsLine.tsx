import { RECORD_STATUSES, type RecordStatus } from '../../core/ledger/schema';

const MARK: Record<RecordStatus, string> = {
  recorded: '●',
  duplicate: '=',
  conflict: '≠',
  suppressed: '✕',
  quarantined: '◐',
};

/** The five ends of a line; they add up to the file. */
export function CountsLine({ counts }: { counts: Record<RecordStatus, number> }) {
  return (
    <p className="row" style={{ gap: 18 }}>
      {RECORD_STATUSES.map((status) => (
        <span key={status} className={status === 'quarantined' && counts[status] > 0 ? 'ochre' : ''}>
          {MARK[status]} <b>{counts[status]}</b> {status}
        </span>
      ))}
    </p>
  );
}
