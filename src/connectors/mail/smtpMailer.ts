import nodemailer, { type SendMailOptions } from 'nodemailer';
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
    async send({ messageId, to, subject, text, attachments }) {
      const mail: SendMailOptions = {
        messageId,
        from,
        to: { name: '', address: to },
        subject,
        text,
        ...(attachments ? { attachments } : {}),
      };
      await transport.sendMail(mail);
    },
  };
}
