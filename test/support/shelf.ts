import { ConnectorError, type Connector, type FoundRecord } from '../../src/ports/connector';

export interface Thing {
  email: string;
  collection: string;
  fields: Record<string, string | null>;
  refersTo: FoundRecord['refersTo'];
  phones: string[];
  erasedTimes: number;
  token: string | null;
  isRestricted: boolean;
}

/** An outside system in memory that counts what is done to it and can fail or die at a given write. */
export class Shelf implements Connector {
  records = new Map<string, Thing>();
  writes = 0;
  dieAtWrite = Infinity;
  dieBefore = true;
  fails = 0;
  searchedBy: string[] = [];
  constructor(readonly person: { givenName: string; familyName: string }) {}

  put(key: string, email: string, more: Partial<Thing> = {}): void {
    this.records.set(key, {
      email,
      collection: 'things',
      fields: { email },
      refersTo: [],
      phones: [],
      erasedTimes: 0,
      token: null,
      isRestricted: false,
      ...more,
    });
  }
  describe = async () => ({ collections: [] });
  async *search(keys: readonly { value: string }[]) {
    if (this.fails-- > 0) throw new ConnectorError('server-error', 'The shelf fell over.');
    this.searchedBy.push(...keys.map(({ value }) => value));
    const found = [...this.records].filter(
      ([, one]) => one.erasedTimes === 0 && one.token === null && keys.some(({ value }) => value === one.email),
    );
    yield {
      scanned: this.records.size,
      records: found.map(([key, one]): FoundRecord => ({
        collection: one.collection,
        key,
        title: key,
        fields: one.fields,
        person: { ...this.person, emails: [one.email], phones: one.phones },
        parent: null,
        refersTo: one.refersTo,
        text: null,
        files: [],
      })),
    };
  }
  read = async () => null;
  async erase({ key }: { key: string }) {
    this.write(() => void this.records.get(key)!.erasedTimes++);
    return { state: 'done' as const, detail: 'gone' };
  }
  isErased = async ({ key }: { key: string }) => this.records.get(key)!.erasedTimes > 0;
  async anonymise({ key }: { key: string }, { token }: { token: string }) {
    this.write(() => void (this.records.get(key)!.token = token));
    return { state: 'done' as const, detail: 'without the person' };
  }
  isAnonymised = async ({ key }: { key: string }, token: string) => this.records.get(key)!.token === token;
  async restrict({ key }: { key: string }, isOn: boolean) {
    this.write(() => void (this.records.get(key)!.isRestricted = isOn));
    return { state: 'done' as const, detail: 'marked' };
  }
  isRestricted = async ({ key }: { key: string }) => this.records.get(key)!.isRestricted;
  can = () => ({ erase: true, anonymise: true });
  close = async () => {};

  private write(effect: () => void): void {
    this.writes++;
    const dies = this.writes === this.dieAtWrite;
    if (dies && this.dieBefore) throw new Error('killed before the effect');
    effect();
    if (dies) throw new Error('killed after the effect, before its note');
  }
}
