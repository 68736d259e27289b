// Why something was decided: a code with its values. The words are in `core/words/reasons`.

/** What a draft says of itself, with the words in it that say so. */
export type MessageReason =
  | {
      code:
        | 'reduced-price'
        | 'buy-now'
        | 'new-goods'
        | 'newsletter'
        | 'campaign-links'
        | 'bulk'
        | 'many-images'
        | 'order'
        | 'delivery'
        | 'invoice'
        | 'account'
        | 'appointment'
        | 'rights';
      what: string;
    }
  | { code: 'both' }
  | { code: 'nothing-of-a-service' };
