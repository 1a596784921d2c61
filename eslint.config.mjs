import next from '@next/eslint-plugin-next';
import hooks from 'eslint-plugin-react-hooks';
import tseslint from 'typescript-eslint';

export default tseslint.config(
  {
    ignores: [
      '.next/',
      '.server/',
      '.cache/',
      'node_modules/',
      'next-env.d.ts',
      'test-results/',
      'playwright-report/',
      'public/offline.js',
      '.dependency-cruiser.cjs',
    ],
  },
  ...tseslint.configs.recommended,
  {
    files: ['**/*.{ts,tsx,mjs}'],
    rules: {
      'max-lines': ['error', { max: 350, skipBlankLines: true, skipComments: true }],
      '@typescript-eslint/no-unused-vars': [
        'error',
        { argsIgnorePattern: '^_', varsIgnorePattern: '^_', destructuredArrayIgnorePattern: '^_' },
      ],
      '@typescript-eslint/consistent-type-imports': ['error', { disallowTypeAnnotations: false }],
      'no-restricted-syntax': [
        'error',
        {
          selector: "JSXAttribute[name.name='dangerouslySetInnerHTML']",
          message: 'Titles and notes never become markup.',
        },
      ],
      eqeqeq: 'error',
    },
  },
  {
    // Where there are components and hooks; each file is looked at as a compiler would, which takes its time.
    files: ['src/{app,features,ui}/**/*.{ts,tsx}'],
    plugins: { 'react-hooks': hooks, '@next/next': next },
    rules: { ...hooks.configs.recommended.rules, ...next.configs.recommended.rules },
  },
  {
    files: ['src/features/**/*.{ts,tsx}', 'src/ui/**/*.{ts,tsx}', 'src/work/**/*.ts'],
    rules: {
      'no-restricted-syntax': [
        'error',
        {
          selector: "JSXAttribute[name.name='dangerouslySetInnerHTML']",
          message: 'Titles and notes never become markup.',
        },
        {
          selector: "UnaryExpression[operator='void']",
          message: 'What fails must be told: use attempt or perform of work/perform.',
        },
      ],
    },
  },
  {
    files: ['src/core/**/*.ts'],
    rules: {
      'no-restricted-globals': ['error', 'Date', 'window', 'document', 'performance'],
      'no-restricted-properties': [
        'error',
        { object: 'Math', property: 'random', message: 'Chance in the core is seeded.' },
      ],
    },
  },
);
