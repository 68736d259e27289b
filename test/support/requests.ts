import type { RequestLine, RequestView } from '../../src/core/requests/views';

export const REF = 'BK-2026-0412';

/** A request in its list, open since three weeks, of which only what matters is said. */
export function requestLine(more: Partial<RequestLine> = {}): RequestLine {
  return {
    ref: REF, right: 'access', regime: 'eu-gdpr', regimes: ['eu-gdpr'], who: 'Lone Dam', stage: 'identity', receivedOn: '2026-11-02', dueOn: '2026-12-02', extendBy: '2026-12-02', extendedDueOn: '2027-02-02', acknowledgeBy: null, isExtended: false, state: 'running', workingDaysLeft: 6, pauses: [],
    next: { code: 'ask-identity', text: 'Ask for proof of identity', waitsOn: 'us' }, outcome: null, answeredOn: null, owner: null, missedTarget: null, ...more,
  };
}

/** The same as its sheet shows it. */
export function requestView(more: Partial<RequestView> = {}): RequestView {
  return {
    ...requestLine(), id: 'req_1', language: 'en', channel: 'mail', receivedAt: '2026-11-02T08:00:00Z', isMasked: false, person: null, personId: null, text: null, onBehalf: null,
    clock: { receivedOn: '2026-11-02', acknowledgeBy: null, actBy: null, dueOn: '2026-12-02', refuseBy: '2026-12-02', extendBy: '2026-12-02', extendedDueOn: '2027-02-02', appealDueOn: null, appealExtendBy: null, laws: [{ regime: 'eu-gdpr', dueOn: '2026-12-02' }], state: 'running', calendarDaysLeft: 8, workingDaysLeft: 6, pauses: [], reasons: [{ code: 'month', text: 'One month from receipt.', source: 'GDPR art. 12(3)' }] },
    events: [], stages: ['intake', 'identity', 'trace', 'decide', 'carry-out', 'answer', 'closed'], members: [], identity: { state: 'none', method: null, addresses: [], tries: null, methods: [], factTriesLeft: 3, factsNeeded: 3 }, decision: { outcome: 'none', ground: null, reason: null, by: null, at: null }, undecided: 0, trace: 'none',
    pack: { state: 'none', files: null, bytes: null, withheld: null, sha256: null, confirmedAt: null, openedAt: null, error: null, missing: [] }, plan: null, found: { theirs: 0, total: 0 }, letters: [], hasCertificate: false, mayWork: true, mayReopen: false, acknowledgedAt: null, proposed: { laws: [{ regime: 'eu-gdpr', reasons: [] }], reasons: [] }, waiting: [], knownLaws: [{ id: 'eu-gdpr', title: 'General Data Protection Regulation (EU)' }], laws: [{ id: 'eu-gdpr', title: 'General Data Protection Regulation (EU)', extension: { total: { months: 3 } }, clarification: 'pauses', identity: 'pauses', fee: 'runs-on', appeal: 'authority', remedies: 'You may complain.', source: 'GDPR art. 12(3)' }], changes: [], targets: { decideBy: '2026-11-17', answerBy: '2026-11-26', missed: null }, appeal: 'none', authority: 'not-needed', matter: null, matterUrl: null, goesOn: null, removedAt: null, notes: [], colleagues: [], joinedTo: null, joinable: [], ...more,
  };
}
