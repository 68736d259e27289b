import { existsSync, readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';

/** Packages that are ES modules only have to be transformed for Jest. */
function esModules(root = 'node_modules') {
  const found = [];
  for (const name of readdirSync(root)) {
    if (name.startsWith('.')) continue;
    const folder = join(root, name);
    if (name.startsWith('@')) {
      found.push(...esModules(folder).map((inner) => `${name}/${inner}`));
      continue;
    }
    const file = join(folder, 'package.json');
    if (existsSync(file) && JSON.parse(readFileSync(file, 'utf8')).type === 'module') found.push(name);
  }
  return found;
}

const transformed = [...esModules(), 'pdfjs-dist'].join('|');
const common = {
  testEnvironment: 'node',
  transform: {
    '^.+\\.(m?[jt]sx?)$': [
      '@swc/jest',
      {
        jsc: {
          parser: { syntax: 'typescript', tsx: true },
          target: 'es2022',
          transform: { react: { runtime: 'automatic' } },
        },
        module: { type: 'commonjs' },
      },
    ],
  },
  transformIgnorePatterns: [`node_modules/(?!(${transformed})/)`],
  modulePathIgnorePatterns: ['<rootDir>/.next/', '<rootDir>/var/'],
  moduleNameMapper: { '\\.css$': '<rootDir>/test/support/style.cjs' },
};

const config = {
  projects: [
    {
      ...common,
      displayName: 'unit',
      setupFiles: ['<rootDir>/test/support/jsdom.cjs'],
      testMatch: ['<rootDir>/src/**/*.test.{ts,tsx}', '<rootDir>/standins/**/*.test.ts'],
      testPathIgnorePatterns: ['\\.db\\.test\\.ts$', '/node_modules/'],
    },
    { ...common, displayName: 'database', testMatch: ['<rootDir>/src/**/*.db.test.ts'] },
    { ...common, displayName: 'browser', testMatch: ['<rootDir>/e2e/*.e2e.ts'] },
    { ...common, displayName: 'own', testMatch: ['<rootDir>/e2e/own/*.e2e.ts'] },
    { ...common, displayName: 'outages', testMatch: ['<rootDir>/e2e/outages/*.e2e.ts'] },
  ],
  testTimeout: 180000,
  testSequencer: '<rootDir>/scripts/lib/testOrder.mjs',
};

export default config;
