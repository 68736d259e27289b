import next from 'eslint-config-next/core-web-vitals';
import tseslint from 'typescript-eslint';

const NO_OWN_TIME = [
  {
    selector: "CallExpression[callee.object.name='Date'][callee.property.name='now']",
    message: 'Time is an argument or ctx.clock.',
  },
  { selector: "NewExpression[callee.name='Date'][arguments.length=0]", message: 'Time is an argument or ctx.clock.' },
  {
    selector: "CallExpression[callee.object.name='Math'][callee.property.name='random']",
    message: 'Randomness is an argument or ctx.keys.',
  },
];

const ONLY_SEALED = {
  selector: 'CallExpression[callee.property.name=/^(seal|unseal|sealOwn|unsealOwn)$/]',
  message: 'What is sealed is closed and opened in the sealed.ts of its room.',
};

/** A class says how something looks, and may change with it; a test looks for what people and their programs meet. */
const NO_CLASSES = {
  selector:
    'CallExpression[callee.property.name=/^(querySelector|querySelectorAll|\\$|\\$\\$|\\$eval|\\$\\$eval|waitForSelector|focus|closest|matches)$/]' +
    ' > Literal.arguments[value=/(^|[\\s>+~,)\\]])[a-z]*[.][a-zA-Z]/]',
  message: 'Tests find things by role, label, text or data attribute, not by a class.',
};

/** What the browser draws in its own way; ours are in src/ui/fields, src/ui/shared/Fold and src/ui/shared/ListTable. */
const NO_NATIVE_PARTS = [
  ...['select', 'details', 'table', 'dialog'].map((name) => ({
    selector: `JSXOpeningElement[name.name='${name}']`,
    message: `Parts are MUI’s, in our clothes: no <${name}>.`,
  })),
  ...['date', 'datetime-local', 'month', 'week', 'time', 'checkbox'].map((type) => ({
    selector: `JSXOpeningElement[name.name=/^(input|TextField)$/] > JSXAttribute[name.name='type'] > Literal[value='${type}']`,
    message: `Parts are MUI’s, in our clothes: no input of the type ${type}.`,
  })),
];

/** Where components are: the rules of React look at nothing else. */
const PAGES = ['src/app/**/*.{ts,tsx}', 'src/ui/**/*.{ts,tsx}', 'test/support/**/*.tsx'];

export default tseslint.config(
  { ignores: ['.next/', 'node_modules/', 'var/', 'next-env.d.ts', 'test/fixtures/'] },
  ...next.map((one) => (Object.keys(one.rules ?? {}).length > 0 ? { ...one, files: PAGES } : one)),
  ...tseslint.configs.recommended,
  {
    rules: {
      '@typescript-eslint/no-unused-vars': ['error', { argsIgnorePattern: '^_', varsIgnorePattern: '^_' }],
      '@typescript-eslint/no-explicit-any': 'error',
      'react-hooks/set-state-in-effect': 'off',
    },
  },
  {
    // What runs at an organisation; a promise that a test forgets shows in the test.
    files: ['src/**/*.ts', 'src/**/*.tsx', 'demo/**/*.ts', 'standins/**/*.ts'],
    ignores: ['**/*.test.ts', '**/*.test.tsx'],
    languageOptions: { parserOptions: { projectService: true, tsconfigRootDir: import.meta.dirname } },
    rules: {
      '@typescript-eslint/no-floating-promises': 'error',
      '@typescript-eslint/no-misused-promises': ['error', { checksVoidReturn: { attributes: false } }],
      '@typescript-eslint/no-unnecessary-type-assertion': 'error',
      '@typescript-eslint/switch-exhaustiveness-check': 'error',
    },
  },
  {
    files: ['src/core/**', 'src/usecases/**', 'src/db/**'],
    ignores: ['**/*.test.ts', '**/*.prop.test.ts', '**/*.db.test.ts'],
    rules: { 'no-restricted-syntax': ['error', ...NO_OWN_TIME] },
  },
  {
    files: ['e2e/**/*.ts', '**/*.test.tsx'],
    rules: { 'no-restricted-syntax': ['error', NO_CLASSES] },
  },
  {
    files: ['src/usecases/**'],
    ignores: ['**/*.test.ts', 'src/usecases/keys/**', '**/sealed.ts'],
    rules: { 'no-restricted-syntax': ['error', ...NO_OWN_TIME, ONLY_SEALED] },
  },
  {
    files: ['src/**/*.{ts,tsx}', 'test/fixtures/**'],
    ignores: ['**/*.test.{ts,tsx}', 'src/db/migrations/**'],
    rules: {
      'max-lines-per-function': ['error', { max: 60, skipComments: true, IIFEs: true }],
    },
  },
  {
    files: ['src/ui/**/*.tsx', 'src/app/**/*.tsx'],
    ignores: ['**/*.test.tsx'],
    rules: {
      'max-lines-per-function': ['error', { max: 150, skipComments: true }],
      'no-restricted-syntax': ['error', ...NO_NATIVE_PARTS],
    },
  },
  {
    files: PAGES,
    ignores: ['src/ui/shared/Link.tsx'],
    rules: {
      'no-restricted-imports': [
        'error',
        {
          name: 'next/link',
          message: 'A way to another page is ui/shared/Link: it asks for nothing before it is followed.',
        },
      ],
    },
  },
  {
    files: ['src/core/**'],
    ignores: ['**/*.test.ts', '**/*.prop.test.ts'],
    rules: { 'no-restricted-globals': ['error', 'process', 'fetch', 'Buffer', 'window', 'document'] },
  },
);
