import { maildirInbox } from '../connectors/mailbox/maildirInbox';
import { imapInbox } from '../connectors/mailbox/imapInbox';
import { post } from '../connectors/webhooks/post';
import { smtpMailer } from '../connectors/mail/smtpMailer';
import { installationOf, type Mailbox, type Settings } from '../core/installation/settings';
import type { Inbox } from '../ports/inbox';
import { MailNotSet, type Mailer } from '../ports/mailer';
import type { Outside } from '../ports/outside';
import { readKept } from '../usecases/installation/readKept';
import type { Context } from '../usecases/shared/context';
import type { Config } from './config';
import type { News } from './news';

/** What administrators set, as this process knows it. */
export interface Kept {
  current: Settings;
}

/** News of this kind say that settings were saved. */
const TOLD_AS = 'settings';
/** Whoever missed the news finds out all the same, milliseconds. */
const LOOK_EVERY_MS = 15_000;

/** The installation as it is set at the moment, and the ways out that follow from it; each is made anew when it changes. */
export function installed(config: Config, kept: Kept) {
  const settled = whenChanged(
    () => kept.current,
    (current) => installationOf({ given: config.given, kept: current, fallback: config.fallback }),
  );
  const mailer = whenChanged(settled, ({ smtpUrl, organisation }) =>
    smtpUrl ? smtpMailer(smtpUrl, { name: organisation.name, address: organisation.contact }) : null,
  );
  const inbox = whenChanged(settled, ({ mailbox }) => (mailbox ? inboxAt(mailbox) : null));
  return {
    settled: settled,
    inbox: inbox,
    mailer: {
      async send(mail) {
        const now = mailer();
        if (!now) throw new MailNotSet();
        return now.send(mail);
      },
    } satisfies Mailer,
    outside: { mailerAt: smtpMailer, inboxAt, post } satisfies Outside,
  };
}

function inboxAt(mailbox: Mailbox): Inbox {
  return mailbox.kind === 'imap' ? imapInbox(mailbox) : maildirInbox(mailbox.path);
}

/** Remembers what was made of something until that is another one. */
function whenChanged<A, B>(from: () => A, make: (a: A) => B): () => B {
  let last: { a: A; b: B } | null = null;
  return () => {
    const a = from();
    if (last?.a !== a) last = { a, b: make(a) };
    return last.b;
  };
}

/** Reads what is set, and goes on reading it when it changes. */
export async function keepUpToDate(
  ctx: Context,
  kept: Kept,
  news: News,
): Promise<{ read: () => Promise<void>; stop: () => void }> {
  const read = async () => {
    const now = await readKept(ctx);
    if (JSON.stringify(now) !== JSON.stringify(kept.current)) kept.current = now;
  };
  await read();
  // What cannot be read now is read at the next look; what holds meanwhile is what held before.
  const again = () => void read().catch(() => {});
  const unfollow = news.follow((what) => (what === TOLD_AS || what === 'anything') && again());
  const timer = setInterval(again, LOOK_EVERY_MS).unref();
  return {
    read,
    stop() {
      clearInterval(timer);
      unfollow();
    },
  };
}
