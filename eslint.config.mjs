import js from '@eslint/js';
import tseslint from 'typescript-eslint';
import hooks from 'eslint-plugin-react-hooks';
import globals from 'globals';

export default tseslint.config(
  { ignores: ['dist/**', 'node_modules/**', '.maul/**', 'test-results/**'] },
  js.configs.recommended,
  {
    files: ['**/*.ts', '**/*.tsx'],
    extends: [...tseslint.configs.recommendedTypeChecked],
    languageOptions: { parserOptions: { project: './tsconfig.json', tsconfigRootDir: import.meta.dirname } },
    rules: {
      '@typescript-eslint/no-explicit-any': 'error',
      '@typescript-eslint/no-non-null-assertion': 'error',
      '@typescript-eslint/consistent-type-imports': 'error',
      '@typescript-eslint/no-misused-promises': ['error', { checksVoidReturn: { attributes: false } }],
      '@typescript-eslint/restrict-template-expressions': ['error', { allowNumber: true }],
      '@typescript-eslint/no-unused-vars': ['error', { argsIgnorePattern: '^_', varsIgnorePattern: '^_' }],
      '@typescript-eslint/switch-exhaustiveness-check': [
        'error',
        { considerDefaultExhaustiveForUnions: true },
      ],
    },
  },
  {
    files: ['web/**/*.ts', 'web/**/*.tsx'],
    plugins: { 'react-hooks': hooks },
    rules: {
      'react-hooks/rules-of-hooks': 'error',
      'react-hooks/exhaustive-deps': 'error',
      'no-restricted-imports': [
        'error',
        {
          paths: [
            {
              name: 'react',
              importNames: ['lazy', 'Suspense'],
              message:
                'Suspense holds a part back for 300 ms; ui/partOf shows it when it is there (decision 0080).',
            },
          ],
        },
      ],
    },
  },
  {
    // A file holds one idea; a component has about 150 lines. Tests are lists and may be longer.
    files: ['core/src/**', 'contract/src/**', 'server/src/**', 'web/src/**'],
    ignores: ['**/*.test.ts', '**/*.test.tsx', '**/*.css', '**/migrations/**'],
    rules: {
      'max-lines': ['error', { max: 400 }],
      'max-lines-per-function': ['error', { max: 160, skipBlankLines: true, skipComments: true }],
    },
  },
  {
    files: ['**/*.test.ts', '**/*.test.tsx', 'e2e/**/*.ts'],
    rules: { '@typescript-eslint/no-non-null-assertion': 'off' },
  },
  { files: ['**/*.mjs'], languageOptions: { globals: globals.node } },
  // What it evaluates runs in the page.
  { files: ['scripts/screenshots.mjs'], languageOptions: { globals: globals.browser } },
);
