import { mkdirSync, readdirSync, readFileSync, writeFileSync } from 'node:fs';
import { createServer, type Server } from 'node:http';
import { join } from 'node:path';
import { simpleParser } from 'mailparser';
import { SMTPServer } from 'smtp-server';

const escape = (text: string) =>
  text.replace(/[&<>"]/g, (c) => ({ '&': '&amp;', '<': '&lt;', '>': '&gt;', '"': '&quot;' })[c]!);

export interface KeptMail {
  file: string;
  messageId: string;
  to: string;
  subject: string;
  text: string;
  at: string;
}

export const MAIL_FAILURES = ['none', 'refused', 'time-out', '429', 'away'] as const;
export type MailFailure = (typeof MAIL_FAILURES)[number];

/** Takes every mail, keeps it as a file, and shows it on a page. */
export async function startMail(settings: {
  smtpPort: number;
  pagePort: number;
  folder: string;
}): Promise<{ page: Server; fail(mode: MailFailure, times: number): Promise<void> }> {
  mkdirSync(settings.folder, { recursive: true });
  let failure: { mode: MailFailure; left: number } = { mode: 'none', left: 0 };
  let count = readdirSync(settings.folder).length;
  const server = () =>
    new SMTPServer({
      disabledCommands: ['AUTH', 'STARTTLS'],
      onData(stream, _session, done) {
        const parts: Buffer[] = [];
        stream.on('data', (part: Buffer) => parts.push(part));
        stream.on('end', () => {
          if (failure.mode !== 'none' && failure.left-- > 0) {
            // No answer at all: the sender has to give up by itself.
            if (failure.mode === 'time-out') return;
            return done(
              Object.assign(new Error(failure.mode === '429' ? 'too many mails, try again later' : 'not accepted'), {
                responseCode: failure.mode === '429' ? 451 : 554,
              }),
            );
          }
          writeFileSync(join(settings.folder, `${String(++count).padStart(6, '0')}.eml`), Buffer.concat(parts));
          done();
        });
      },
    });
  const listen = () =>
    new Promise<SMTPServer>((resolve) => {
      const next = server();
      next.listen(settings.smtpPort, '127.0.0.1', () => resolve(next));
    });
  let smtp: SMTPServer | null = await listen();
  const fail = async (mode: MailFailure, times: number) => {
    failure = { mode, left: times };
    // Away: nobody listens. Otherwise somebody does, whatever they then say.
    const leaving = smtp;
    if (mode === 'away' && leaving) {
      smtp = null;
      await new Promise<void>((resolve) => leaving.close(() => resolve()));
    } else if (mode !== 'away') smtp ??= await listen();
  };
  const page = createServer((request, response) => {
    void keptMails(settings.folder).then((mails) => {
      if (request.url === '/mails.json')
        return response.writeHead(200, { 'content-type': 'application/json' }).end(JSON.stringify(mails));
      const items = mails
        .slice(0, 200)
        .map(
          (mail) =>
            `<details><summary><b>${escape(mail.to)}</b> ${escape(mail.subject)} <small>${escape(mail.at)}</small></summary><pre>${escape(mail.text).replace(/(http:\/\/127\.0\.0\.1[^\s]+)/g, '<a href="$1">$1</a>')}</pre></details>`,
        );
      response
        .writeHead(200, { 'content-type': 'text/html; charset=utf-8' })
        .end(
          `<!doctype html><html lang="en"><meta charset="utf-8"><title>Mail (stand-in)</title><style>body{font:15px/1.5 system-ui;margin:2rem auto;max-width:56rem;color:#222}details{border-top:1px solid #ddd;padding:.4rem 0}pre{white-space:pre-wrap}</style><h1>Mail that was sent</h1><p>A stand-in that keeps every mail. Newest first.</p>${items.join('') || '<p>No mail yet.</p>'}</html>`,
        );
    });
  });
  await new Promise<void>((resolve) => page.listen(settings.pagePort, '127.0.0.1', resolve));
  return { page, fail };
}

async function keptMails(folder: string): Promise<KeptMail[]> {
  const mails: KeptMail[] = [];
  for (const file of readdirSync(folder).sort().reverse()) {
    const mail = await simpleParser(readFileSync(join(folder, file)));
    const to = [mail.to ?? []]
      .flat()
      .map(({ text }) => text)
      .join(', ');
    mails.push({
      file,
      messageId: mail.messageId ?? '',
      to,
      subject: mail.subject ?? '',
      text: mail.text ?? '',
      at: mail.date?.toISOString() ?? '',
    });
  }
  return mails;
}
