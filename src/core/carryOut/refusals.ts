// Why something is refused: a code with its values. The words are in `core/words/refusals`.

export type CarryOutRefusal =
  | { code: 'not-decided' }
  | { code: 'no-choice-right'; right: string }
  | { code: 'nothing-chosen' }
  | { code: 'no-identifier' }
  | { code: 'carried-out-already' };

export type RecordActRefusal =
  | { code: 'not-decided' }
  | { code: 'not-theirs' }
  | { code: 'no-such-field'; field: string }
  | { code: 'nothing-changed' }
  | { code: 'carried-out-already' };

export type FinishRecordActsRefusal =
  { code: 'acts-open'; count: number } | { code: 'recipients-untold'; names: string[] } | { code: 'nothing-chosen' };

export type TellRecipientRefusal = { code: 'not-found' } | { code: 'reason-missing' };
