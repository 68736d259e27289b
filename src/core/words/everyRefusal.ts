import type {
  AccessRefusal,
  AccountLinkRefusal,
  AddKeyRefusal,
  ChangeColleagueRefusal,
  ChangePasswordRefusal,
  InviteRefusal,
  SetRolesRefusal,
  SignInRefusal,
  TooManyRefusal,
} from '../access/refusals';
import type { AudienceRefusal, DraftRefusal } from '../audiences/refusals';
import type {
  CarryOutRefusal,
  FinishRecordActsRefusal,
  RecordActRefusal,
  TellRecipientRefusal,
} from '../carryOut/refusals';
import type { ChangeRefusal, PageRefusal } from '../choicesPage/refusals';
import type { ChangeBasisRefusal, ClockEventRefusal, ClockRefusal, LawRefusal } from '../clock/refusals';
import type { MakeCalendarFeedRefusal, ReadCalendarFeedRefusal } from '../desk/refusals';
import type { PutRightRefusal } from '../drift/refusals';
import type { ConfirmPlanRefusal, InTheWay, MakePlanRefusal, PlanRefusal } from '../erasure/refusals';
import type { SettleArrivalByHandRefusal } from '../health/refusals';
import type { CancelTaskRefusal, TaskRefusal } from '../helpers/refusals';
import type {
  ConfirmMailRefusal,
  ExampleRefusal,
  FirstRefusal,
  SaveSettingsRefusal,
  TryMailboxRefusal,
  TryMailRefusal,
} from '../installation/refusals';
import type {
  BeginShopProofRefusal,
  CheckFactsRefusal,
  IdentityRefusal,
  TakeBackIdentityRefusal,
  ProveRefusal,
  ShopProofRefusal,
  ShowAuthorityRefusal,
} from '../identity/refusals';
import type {
  CorrectRefusal,
  MapImportRefusal,
  MappingRefusal,
  StartImportRefusal,
  UploadRefusal,
} from '../imports/refusals';
import type {
  AcknowledgeByHandRefusal,
  ConfirmProposalRefusal,
  JoinRequestsRefusal,
  OpenRequestRefusal,
  SetAsideProposalRefusal,
  TakeOverRefusal,
} from '../intake/refusals';
import type { RetentionRefusal } from '../keeping/refusals';
import type { KeyExportRefusal, RotateRefusal } from '../keys/refusals';
import type {
  ConfirmRefusal,
  ConsistencyRefusal,
  DownloadExportRefusal,
  HandRefusal,
  KindRefusal,
  RemoveSealedRefusal,
  SearchRefusal,
  StartDepositRefusal,
  WebhookRefusal,
} from '../ledger/refusals';
import type { SendAgainRefusal } from '../letters/refusals';
import type { TemplateFault } from '../letters/render';
import type { LinkRefusal, SendPackRefusal, StartPackRefusal } from '../packs/refusals';
import type { LinkPersonsRefusal } from '../people/refusals';
import type { NoticeRefusal } from '../notices/refusals';
import type { PurposeRefusal } from '../purposes/refusals';
import type {
  AddAssignmentRuleRefusal,
  AnswerAppealRefusal,
  AnswerByLetterRefusal,
  DecideRefusal,
  ReadRequestStateRefusal,
  ReadStatusRefusal,
  ReceiveAppealRefusal,
  ReopenRefusal,
  SetOwnerRefusal,
  TakeBackNoteRefusal,
  WorkOnRequestRefusal,
} from '../requests/refusals';
import type { CancelRunRefusal } from '../runs/refusals';
import type { StandingRefusal } from '../standing/refusals';
import type {
  ReadFieldsRefusal,
  ReferenceRefusal,
  SayInLanguageRefusal,
  SearchingRefusal,
  SettingsRefusal,
  TrySearchRefusal,
} from '../systems/refusals';
import type {
  RedactRefusal,
  ResumeTraceRefusal,
  RetrySystemRefusal,
  SecondRefusal,
  StartTraceRefusal,
  StopTraceRefusal,
  StrikeRefusal,
  VerdictRefusal,
} from '../trace/refusals';
import type { WordingRefusal } from '../asks/refusals';
import type { PanelRefusal, SiteRefusal } from '../sites/refusals';
import type { AddWebhookRefusal, TryWebhookRefusal } from '../webhooks/refusals';

/** Everything that can be refused. */
export type Refusal =
  | AccessRefusal
  | AcknowledgeByHandRefusal
  | AccountLinkRefusal
  | AddAssignmentRuleRefusal
  | AddKeyRefusal
  | SiteRefusal
  | NoticeRefusal
  | PanelRefusal
  | AddWebhookRefusal
  | TrySearchRefusal
  | WordingRefusal
  | TakeOverRefusal
  | TryWebhookRefusal
  | ChangePasswordRefusal
  | ConfirmMailRefusal
  | ExampleRefusal
  | FirstRefusal
  | RetentionRefusal
  | InviteRefusal
  | SaveSettingsRefusal
  | SetRolesRefusal
  | TryMailboxRefusal
  | TryMailRefusal
  | AnswerAppealRefusal
  | AnswerByLetterRefusal
  | AudienceRefusal
  | BeginShopProofRefusal
  | CancelTaskRefusal
  | CarryOutRefusal
  | ChangeBasisRefusal
  | ChangeColleagueRefusal
  | ChangeRefusal
  | CheckFactsRefusal
  | ClockEventRefusal
  | ClockRefusal
  | ConfirmPlanRefusal
  | ConfirmProposalRefusal
  | ConfirmRefusal
  | ConsistencyRefusal
  | CorrectRefusal
  | DecideRefusal
  | DownloadExportRefusal
  | DraftRefusal
  | FinishRecordActsRefusal
  | HandRefusal
  | IdentityRefusal
  | TakeBackIdentityRefusal
  | InTheWay
  | JoinRequestsRefusal
  | KeyExportRefusal
  | KindRefusal
  | LawRefusal
  | LinkPersonsRefusal
  | LinkRefusal
  | MakeCalendarFeedRefusal
  | MakePlanRefusal
  | MapImportRefusal
  | MappingRefusal
  | OpenRequestRefusal
  | PageRefusal
  | PlanRefusal
  | ProveRefusal
  | PurposeRefusal
  | PutRightRefusal
  | ReadCalendarFeedRefusal
  | ReadFieldsRefusal
  | ReadRequestStateRefusal
  | ReadStatusRefusal
  | ReceiveAppealRefusal
  | RecordActRefusal
  | RedactRefusal
  | ReferenceRefusal
  | RemoveSealedRefusal
  | ReopenRefusal
  | ResumeTraceRefusal
  | RetrySystemRefusal
  | CancelRunRefusal
  | RotateRefusal
  | SayInLanguageRefusal
  | SearchRefusal
  | SearchingRefusal
  | SecondRefusal
  | SendAgainRefusal
  | SendPackRefusal
  | SetAsideProposalRefusal
  | SetOwnerRefusal
  | TakeBackNoteRefusal
  | SettingsRefusal
  | SettleArrivalByHandRefusal
  | ShopProofRefusal
  | ShowAuthorityRefusal
  | SignInRefusal
  | StandingRefusal
  | StartDepositRefusal
  | StartImportRefusal
  | StartPackRefusal
  | StartTraceRefusal
  | StopTraceRefusal
  | StrikeRefusal
  | TaskRefusal
  | TellRecipientRefusal
  | TemplateFault
  | TooManyRefusal
  | UploadRefusal
  | VerdictRefusal
  | WebhookRefusal
  | WorkOnRequestRefusal;
