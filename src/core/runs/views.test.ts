import { run } from '../../../test/support/runs';
import { doneShare } from './views';

test.each([
  [run({ state: 'running', done: 3, total: 12 }), 0.25],
  [run({ state: 'running', done: 3, total: null }), null],
  // People who came meanwhile are done as well.
  [run({ state: 'running', done: 13, total: 12 }), 1],
  [run({ state: 'running', done: 0, total: 0 }), 0],
  [run({ state: 'finished', done: 3, total: null }), 1],
])('the share that is done: %j', (one, share) => expect(doneShare(one)).toBe(share));
