/** What is known of an installation when one asks what is still open. */
export interface InstallationFacts {
  isMailSet: boolean;
  /** A message that was sent came to somebody who says so. */
  isMailProven: boolean;
  isMailboxSet: boolean;
  /** Colleagues who may work on requests. */
  coordinators: number;
  administrators: number;
  /** Systems besides Bookend itself. */
  systems: number;
  tracedSystems: number;
  purposes: number;
  retentionRules: number;
  /** Rules that were taken over and do not say yet where their records are. */
  retentionDrafts: number;
  lawsStated: boolean;
  lastBackupAt: string | null;
  keyCopies: number;
  baseUrl: string;
}

export interface Step {
  id: string;
  title: string;
  /** Why it is worth doing, or what is still missing. */
  about: string;
  href: string;
  isDone: boolean;
  /** Nothing can be answered without it. */
  isNeeded: boolean;
}

interface KnownStep extends Pick<Step, 'id' | 'title' | 'href'> {
  about: string | ((facts: InstallationFacts) => string);
  isDone: (facts: InstallationFacts) => boolean;
  isNeeded?: true;
}

const STEPS: readonly KnownStep[] = [
  {
    id: 'mail',
    title: 'Connect outgoing mail',
    about: ({ isMailSet, isMailProven }) =>
      isMailSet && !isMailProven
        ? 'It is set; send yourself a message and type the word that stands in it.'
        : 'Letters, codes and invitations go by mail.',
    href: '/setup/mail',
    isDone: ({ isMailProven }) => isMailProven,
    isNeeded: true,
  },
  {
    id: 'address',
    title: 'Say where people find Bookend',
    about: 'Links in letters lead there. An address that begins with https:// belongs in front of it.',
    href: '/setup/network',
    isDone: ({ baseUrl }) => baseUrl.startsWith('https:'),
  },
  {
    id: 'colleagues',
    title: 'Invite a colleague who works on requests',
    about: 'An administrator sees no personal data: somebody has to be a coordinator.',
    href: '/setup/colleagues',
    isDone: ({ coordinators }) => coordinators > 0,
    isNeeded: true,
  },
  {
    id: 'second',
    title: 'Invite a second administrator',
    about: 'A copy of the keys needs two, and so does a day when you are away.',
    href: '/setup/colleagues',
    isDone: ({ administrators }) => administrators > 1,
  },
  {
    id: 'system',
    title: 'Add a first system',
    about: ({ systems, tracedSystems }) =>
      systems > 0 && tracedSystems === 0
        ? 'It is added; switch it on, so that traces go there.'
        : 'Where customers’ data lies: a database, a mailbox, a folder, or a colleague who looks.',
    href: '/systems/new',
    isDone: ({ tracedSystems }) => tracedSystems > 0,
    isNeeded: true,
  },
  {
    id: 'mailbox',
    title: 'Connect the privacy mailbox',
    about: 'What people write about their data is proposed as a request.',
    href: '/setup/mailbox',
    isDone: ({ isMailboxSet }) => isMailboxSet,
  },
  {
    id: 'purposes',
    title: 'Say what you ask consent for',
    about: 'Purposes, their wording and how long a yes is kept; an example for a small shop can be taken over.',
    href: '/setup/example',
    isDone: ({ purposes }) => purposes > 0,
  },
  {
    id: 'retention',
    title: 'Say what has to be kept',
    about: ({ retentionDrafts: waiting }) =>
      waiting > 0
        ? `Of ${waiting} ${waiting === 1 ? 'rule' : 'rules'} of the example a retention keeper still has to say where the records are.`
        : 'Invoices outlive an erasure for as long as bookkeeping law says. A retention keeper says so.',
    href: '/setup/retention',
    isDone: ({ retentionRules, retentionDrafts }) => retentionRules > 0 && retentionDrafts === 0,
  },
  {
    id: 'laws',
    title: 'Say which laws bind you',
    about: 'Where your customers live, and which thresholds you meet.',
    href: '/setup/laws',
    isDone: ({ lawsStated }) => lawsStated,
  },
  {
    id: 'backup',
    title: 'See a first backup',
    about: 'Once a day by itself, where Bookend was started with ./bookend start.',
    href: '/setup/storage',
    isDone: ({ lastBackupAt }) => lastBackupAt !== null,
  },
  {
    id: 'keys',
    title: 'Keep a copy of the keys',
    about: 'Without them nothing that is sealed can ever be read again.',
    href: '/setup/keys',
    isDone: ({ keyCopies }) => keyCopies > 0,
  },
];

/**
 * What a new office needs before it can answer a first request, in the order in which it is best done; each with whether it
 * is done.
 */
export function stepsOf(facts: InstallationFacts): Step[] {
  return STEPS.map(({ about, isDone, isNeeded, ...step }) => ({
    ...step,
    about: typeof about === 'string' ? about : about(facts),
    isDone: isDone(facts),
    isNeeded: isNeeded ?? false,
  }));
}
