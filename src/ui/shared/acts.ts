import type * as ask from '../../app/(person)/ask/actions';
import type * as choices from '../../app/(person)/choices/actions';
import type * as handOver from '../../app/(person)/hand-over/[token]/actions';
import type * as identity from '../../app/(person)/identity/[token]/actions';
import type * as session from '../../app/(person)/sign-in/actions';
import type * as status from '../../app/(person)/status/actions';
import type * as task from '../../app/(person)/task/actions';
import type * as frame from '../../app/(staff)/actions';
import type * as health from '../../app/(staff)/health/actions';
import type * as ledger from '../../app/(staff)/ledger/actions';
import type * as people from '../../app/(staff)/people/actions';
import type * as requests from '../../app/(staff)/requests/actions';
import type * as letters from '../../app/(staff)/requests/letters/actions';
import type * as workload from '../../app/(staff)/requests/workload/actions';
import type * as runs from '../../app/(staff)/runs/actions';
import type * as setup from '../../app/(staff)/setup/actions';
import type * as systems from '../../app/(staff)/systems/actions';

// What parts of the interface may ask for: the server's acts themselves, by their names. Types alone come from there.

export type AskActs = typeof ask;
export type ChoicesActs = typeof choices;
export type HandOverActs = typeof handOver;
export type IdentityActs = typeof identity;
export type SessionActs = typeof session;
export type StatusActs = typeof status;
export type TaskActs = typeof task;
export type FrameActs = typeof frame;
export type HealthActs = typeof health;
export type LedgerActs = typeof ledger;
export type LetterActs = typeof letters;
export type PeopleActs = typeof people;
export type RequestActs = typeof requests;
export type RunActs = typeof runs;
export type SetupActs = typeof setup;
export type SystemActs = typeof systems;
export type WorkloadActs = typeof workload;
