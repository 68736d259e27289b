import type { Connector, FoundBatch, SearchKey } from '../../ports/connector';

/** Bookend seen as a system: it can be searched like the others; its own erasure is the last step of a plan, not a call. */
export function ownConnector(find: (keys: readonly SearchKey[]) => Promise<FoundBatch>): Connector {
  return {
    describe: async () => ({
      collections: ['persons', 'choices', 'requests'].map((name) => ({ name, fields: [], approximateCount: null })),
    }),
    async *search(keys) {
      yield await find(keys);
    },
    read: async () => null,
    isErased: async () => false,
    can: () => ({ erase: true, anonymise: true }),
    close: async () => {},
  };
}
