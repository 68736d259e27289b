import * as yup from 'yup';
import { TOPICS } from './call';

/** Where a program listens: on this machine or network plainly too, elsewhere over TLS alone. */
const listenerUrl = () =>
  yup
    .string()
    .trim()
    .max(500)
    .required('Where does it listen?')
    .test('address', 'An address such as https://shop.thornbury.example/bookend, without a question mark.', (text) => {
      try {
        const { protocol, hostname, username, password, search, hash } = new URL(text ?? '');
        const isPlainHere = protocol === 'http:' && /^(localhost|.*\.localhost|127\.\d+\.\d+\.\d+)$/.test(hostname);
        return (protocol === 'https:' || isPlainHere) && `${username}${password}${search}${hash}` === '';
      } catch {
        return false;
      }
    });

export const addWebhookInput = yup
  .object({
    name: yup.string().trim().max(80).required('Whom does it tell?'),
    url: listenerUrl(),
    topics: yup
      .array(yup.string().oneOf(TOPICS).required())
      .min(1, 'Choose what it is told.')
      .max(TOPICS.length)
      .required(),
    namesPeople: yup.boolean().default(false),
    /** From the first choice of the ledger on, instead of from now. */
    fromTheBeginning: yup.boolean().default(false),
  })
  .noUnknown();
export type AddWebhook = yup.InferType<typeof addWebhookInput>;
