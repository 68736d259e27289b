/** Inward only: app and jobs → usecases → db → core; ports in between; only main knows connectors. */
const rule = (name, from, to, comment) => ({
  name,
  severity: 'error',
  comment,
  from: { path: from, pathNot: '\\.(test|prop\\.test|db\\.test)\\.tsx?$' },
  to: { path: to },
});

module.exports = {
  forbidden: [
    rule(
      'core-is-pure',
      '^src/core',
      '^(src/(ports|db|usecases|connectors|jobs|ui|app|main)|standins|demo)',
      'core knows nothing but itself',
    ),
    rule(
      'core-has-no-io',
      '^src/core',
      '^(node:)?(fs|net|http|https|crypto|child_process|os|path|stream|worker_threads)$',
      'core does no I/O',
    ),
    rule(
      'core-has-no-framework',
      '^src/core',
      'node_modules/(react|next|knex|pg|@mui|pg-boss)/',
      'core has no interface and no database',
    ),
    rule(
      'ports-know-core',
      '^src/ports',
      '^src/(db|usecases|connectors|jobs|ui|app|main)',
      'ports are interfaces over core',
    ),
    rule(
      'db-knows-core-and-ports',
      '^src/db',
      '^src/(usecases|connectors|jobs|ui|app|main)',
      'queries know the core and who acts',
    ),
    rule(
      'only-db-and-main-import-knex',
      '^src/(core|usecases|jobs|ui|app)',
      'node_modules/(knex|pg)/',
      'Knex is imported in db; main wires it',
    ),
    rule(
      'usecases-know-no-edges',
      '^src/usecases',
      '^src/(connectors|jobs|ui|app|main)',
      'use cases are given connectors through a port',
    ),
    rule(
      'connectors-know-ports-and-core',
      '^src/connectors',
      '^src/(db|usecases|jobs|ui|app|main)',
      'a connector is a client of an outside system',
    ),
    rule('jobs-call-usecases', '^src/jobs', '^src/(db|connectors|ui|app|main)', 'a job calls one use case'),
    // The one file that says what acts there are takes their types, and nothing else, from the server's acts.
    rule(
      'ui-knows-only-core',
      '^src/ui/(?!shared/acts\\.ts$)',
      '^src/(ports|db|usecases|connectors|jobs|app|main)',
      'props in, events out',
    ),
    {
      ...rule(
        'acts-are-types',
        '^src/ui/shared/acts\\.ts$',
        '^src/(ports|db|usecases|connectors|jobs|app|main)',
        'what acts there are is known by type',
      ),
      to: { path: '^src/(ports|db|usecases|connectors|jobs|app|main)', dependencyTypesNot: ['type-only'] },
    },
    rule(
      'app-knows-no-connectors',
      '^src/app',
      '^src/(connectors|jobs|db)',
      'a route calls use cases; only main wires connectors',
    ),
    rule('standins-know-nothing-of-us', '^standins', '^(src|demo|e2e)', 'the outside world is outside'),
    rule(
      'browser-tests-know-nothing-of-us',
      '^e2e',
      '^(src|demo|standins)',
      'the browser tests see what a person sees',
    ),
    {
      name: 'no-circles',
      severity: 'error',
      from: {},
      to: { circular: true, viaOnly: { dependencyTypesNot: ['type-only'] } },
    },
  ],
  options: {
    doNotFollow: { path: 'node_modules' },
    tsPreCompilationDeps: true,
    tsConfig: { fileName: 'tsconfig.json' },
    enhancedResolveOptions: { conditionNames: ['import', 'require', 'node', 'default', 'types'] },
  },
};
