import nodemailer, { type SendMailOptions } from 'nodemailer';
import { mailHtml } from '../../core/letters/mailHtml';
import type { Mailer } from '../../ports/mailer';

/** Sends through one SMTP server. */
export function smtpMailer(url: string, from: { name: string; address: string }): Mailer {
  const transport = nodemailer.createTransport({
    url,
    connectionTimeout: 5000,
    greetingTimeout: 5000,
    socketTimeout: 8000,
  });
  return {
    async send({ messageId, to, subject, text, language, attachments }) {
      const mail: SendMailOptions = {
        messageId,
        from,
        to: { name: '', address: to },
        subject,
        text,
        html: mailHtml(subject, text, language),
        ...(attachments ? { attachments } : {}),
      };
      await transport.sendMail(mail);
    },
  };
}
