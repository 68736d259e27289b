import { createHash } from 'node:crypto';
import { link, type TrailEntry } from './chain';

describe('trail', () => {
  const hash = (bytes: Uint8Array) => createHash('sha256').update(bytes).digest();
  const entry: TrailEntry = {
    id: 'trl_1',
    month: '2026-11',
    at: '2026-11-24T08:00:00.000Z',
    actor: 'usr_1',
    act: 'person-opened',
    subject: 'per_1',
    detailsHash: null,
  };
  test('each entry binds the one before, and every field', () => {
    const zero = new Uint8Array(32);
    const one = link(hash, zero, entry);
    expect(link(hash, zero, entry)).toEqual(one);
    expect(link(hash, one, entry)).not.toEqual(one);
    expect(link(hash, zero, { ...entry, actor: 'usr_2' })).not.toEqual(one);
  });
});
