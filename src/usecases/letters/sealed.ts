import type { LetterId } from '../../core/shared/ids';
import type { Mail } from '../../ports/mailer';
import { firstShape, sealedAs, sealedText } from '../keys/sealedValue';

export type QueuedMail = Pick<Mail, 'to' | 'subject' | 'text' | 'attachments'>;

// Letters of a request under its key; other mail under the key of whom it speaks.

export const letterAddress = sealedText('letters.address_sealed', (letterId: LetterId) => `letter-address:${letterId}`);
export const letterSubject = sealedText('letters.subject_sealed', (letterId: LetterId) => `letter-subject:${letterId}`);
export const letterBody = sealedText('letters.body_sealed', (letterId: LetterId) => `letter-body:${letterId}`);

/** Other mail, until it is sent. */
export const outboxMail = sealedAs(firstShape<QueuedMail>(), 'outbox.mail_sealed', (mailId: string) => mailId);
