import { statSync } from 'node:fs';

/** Browser tests that wait more than they work: they go first, while those that only look at pages work beside them. */
const WAITERS = ['failures.e2e.ts', 'erasure.e2e.ts'];

/** The order in which Jest runs files: waiters, then the largest first, so that no long one is left for the end. */
export default class TestOrder {
  sort(tests) {
    const place = ({ path }) => {
      const at = WAITERS.findIndex((name) => path.endsWith(`/${name}`));
      return at < 0 ? WAITERS.length : at;
    };
    return [...tests].sort((a, b) => place(a) - place(b) || statSync(b.path).size - statSync(a.path).size);
  }

  allFailedTests(tests) {
    return tests;
  }

  cacheResults() {}
}
