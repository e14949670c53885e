import tseslint from 'typescript-eslint';
import hooks from 'eslint-plugin-react-hooks';

/** What the pure core must not touch: no browser, no Node, no clock, no chance. */
const impure = [
  'document',
  'window',
  'navigator',
  'localStorage',
  'performance',
  'process',
  'Buffer',
  'fetch',
  'setTimeout',
  'setInterval',
  'requestAnimationFrame',
].map((name) => ({ name, message: 'The core is pure: take it as an argument.' }));

/** What takes the machine's own language: a browser and the server would come to different things. */
const machines = 'Takes the language of the machine: say one, as core/locale does.';
const byMachine = [
  { selector: "NewExpression[callee.object.name='Intl'][arguments.length=0]", message: machines },
  {
    selector:
      "NewExpression[callee.object.name='Intl'][arguments.0.type='Identifier'][arguments.0.name='undefined']",
    message: machines,
  },
  { selector: 'CallExpression[callee.property.name=/^toLocale/][arguments.length=0]', message: machines },
  {
    selector:
      "CallExpression[callee.property.name=/^toLocale/][arguments.0.type='Identifier'][arguments.0.name='undefined']",
    message: machines,
  },
  {
    selector: "CallExpression[callee.property.name='localeCompare']",
    message: 'Use wordOrder of core/locale.',
  },
];

export default tseslint.config(
  { ignores: ['dist', 'node_modules', 'test-results'] },
  ...tseslint.configs.recommended,
  {
    files: ['**/*.{ts,tsx}'],
    rules: {
      '@typescript-eslint/consistent-type-imports': ['error', { fixStyle: 'inline-type-imports' }],
      '@typescript-eslint/no-unused-vars': ['error', { argsIgnorePattern: '^_', varsIgnorePattern: '^_' }],
      eqeqeq: ['error', 'smart'],
    },
  },
  {
    files: ['src/app/**/*.{ts,tsx}'],
    plugins: { 'react-hooks': hooks },
    rules: { 'react-hooks/rules-of-hooks': 'error', 'react-hooks/exhaustive-deps': 'error' },
  },
  {
    files: ['src/**/*.{ts,tsx}'],
    rules: { 'no-restricted-syntax': ['error', ...byMachine] },
  },
  {
    files: ['src/core/**/*.ts'],
    ignores: ['**/*.test.ts'],
    rules: {
      'no-restricted-globals': ['error', ...impure],
      'no-restricted-properties': [
        'error',
        { object: 'Date', property: 'now', message: 'Time is an argument in the core.' },
        { object: 'Math', property: 'random', message: 'Chance needs a seed in the core.' },
      ],
    },
  },
);
