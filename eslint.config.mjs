import eslint from '@eslint/js';
import jsxA11y from 'eslint-plugin-jsx-a11y';
import reactHooks from 'eslint-plugin-react-hooks';
import globals from 'globals';
import tseslint from 'typescript-eslint';

const PACKAGE = '@upright-elder/';
/** What the core may not know of, as patterns. */
const CORE_ALONE = [
  {
    group: [
      ...['contract', 'drawings', 'papers', 'exchange', 'server', 'web', 'demo', 'e2e'].flatMap((room) => [
        `${PACKAGE}${room}`,
        `**/${room}/src/**`,
      ]),
      'react',
      'react-dom',
      '@nestjs/*',
      'node:*',
      'typeorm',
    ],
    message: 'core stands alone',
  },
];
const PRESSES = ['onClick', 'onMouseDown', 'onMouseUp', 'onKeyPress'];

/**
 * Dependencies point one way: core ← contract ← server, core ← contract ← web, core ← drawings ← web and papers; demo and
 * e2e speak over HTTP.
 */
function mayNotImport(rooms, reason, more = []) {
  return {
    'no-restricted-imports': [
      'error',
      {
        patterns: [
          {
            group: [...rooms.flatMap((room) => [`${PACKAGE}${room}`, `**/${room}/src/**`]), ...more],
            message: reason,
          },
        ],
      },
    ],
  };
}

export default tseslint.config(
  {
    ignores: [
      '**/dist/**',
      '**/node_modules/**',
      'data/**',
      'data-demo*/**',
      '.setup/**',
      'vitest.config.ts',
      'knip.config.ts',
      'vitest.setup.ts',
      'web/vite.config.ts',
    ],
  },
  ...tseslint.configs.recommendedTypeChecked,
  // plain Node: the commands, which run before anything is installed, and what has no types
  {
    files: ['**/*.mjs'],
    extends: [eslint.configs.recommended, tseslint.configs.disableTypeChecked],
    languageOptions: { globals: globals.node },
    rules: { 'no-unused-vars': 'off', 'prefer-const': 'error', eqeqeq: 'error' },
  },
  {
    files: ['**/*.{ts,tsx}'],
    languageOptions: { parserOptions: { projectService: true, tsconfigRootDir: import.meta.dirname } },
    rules: {
      '@typescript-eslint/no-unused-vars': ['error', { varsIgnorePattern: '^_', argsIgnorePattern: '^_' }],
      '@typescript-eslint/consistent-type-imports': 'off',
      '@typescript-eslint/no-non-null-assertion': 'off',
    },
  },
  {
    files: ['core/**/*.ts'],
    rules: {
      ...mayNotImport(
        ['contract', 'drawings', 'papers', 'exchange', 'server', 'web', 'demo', 'e2e'],
        'core stands alone',
        ['react', 'react-dom', '@nestjs/*', 'node:*', 'typeorm'],
      ),
      'no-restricted-properties': [
        'error',
        { object: 'Date', property: 'now', message: 'the core has no clock' },
        { object: 'Math', property: 'random', message: 'the core knows seeded chance only (core/numeric)' },
      ],
    },
  },
  // words are said by core/wording; what is computed hands on numbers, days and ids
  {
    files: [
      'core/src/diagnosis/**/*.ts',
      'core/src/repair-plans/**/*.ts',
      'core/src/treatments/order.ts',
      'core/src/treatments/together.ts',
    ],
    ignores: ['**/*.test.ts'],
    rules: {
      'no-restricted-imports': [
        'error',
        {
          patterns: [
            { group: ['**/wording/**'], message: 'what is computed knows no words: say it in core/wording' },
            {
              group: ['**/units/**', '**/days/**'],
              importNamePattern: '^(say|print|move)',
              message: 'a number is said in core/wording, in the person’s unit',
            },
            ...CORE_ALONE,
          ],
        },
      ],
    },
  },
  {
    files: [
      'core/src/diagnosis/rules/*.ts',
      'core/src/repair-plans/never.ts',
      'core/src/repair-plans/steps.ts',
      'core/src/repair-plans/withheld.ts',
      'core/src/repair-plans/own.ts',
    ],
    rules: {
      'no-restricted-syntax': [
        'error',
        { selector: 'TemplateElement[value.raw=/[A-Za-z]/]', message: 'a sentence is made in core/wording' },
      ],
    },
  },
  // they read files; what they run through is the core alone
  {
    files: ['core/cases/*.ts'],
    rules: mayNotImport(
      ['contract', 'drawings', 'papers', 'exchange', 'server', 'web', 'demo', 'e2e'],
      'core stands alone',
    ),
  },
  {
    files: ['contract/**/*.ts'],
    rules: mayNotImport(
      ['drawings', 'papers', 'exchange', 'server', 'web', 'demo', 'e2e'],
      'the contract knows core only',
      ['@nestjs/*', 'react', 'node:*', 'typeorm'],
    ),
  },
  {
    files: ['server/**/*.ts'],
    ignores: ['server/**/*.test.ts'],
    rules: mayNotImport(
      ['web', 'demo', 'e2e'],
      'the server knows core and contract, and each module its own tables: ask the other’s service',
      ['../*/*.entity.js'],
    ),
  },
  {
    files: ['web/**/*.{ts,tsx}'],
    rules: {
      ...mayNotImport(['exchange', 'server', 'demo', 'e2e'], 'the web knows core and contract'),
      '@typescript-eslint/no-restricted-imports': [
        'error',
        {
          paths: [
            {
              name: `${PACKAGE}contract`,
              allowTypeImports: true,
              message: 'a list or a helper comes from contract/lists: the classes bring the validator along',
            },
          ],
        },
      ],
    },
  },
  {
    files: ['demo/**/*.ts'],
    rules: mayNotImport(['server', 'web', 'e2e'], 'the demo knows core and contract, and speaks over HTTP'),
  },
  {
    files: ['standins/**/*.ts'],
    rules: mayNotImport(['core', 'server', 'web', 'demo', 'e2e'], 'a stand-in is a device of its own'),
  },
  {
    files: ['e2e/**/*.ts'],
    rules: mayNotImport(
      ['core', 'server', 'web', 'demo'],
      'the interface tests see the program from outside',
    ),
  },
  {
    files: ['drawings/**/*.ts'],
    rules: mayNotImport(
      ['contract', 'papers', 'exchange', 'server', 'web', 'demo', 'e2e'],
      'a drawing knows core only: pages and papers both draw with it',
      ['react', 'react-dom', '@nestjs/*', 'node:*', 'typeorm'],
    ),
  },
  {
    files: ['papers/**/*.ts'],
    rules: mayNotImport(
      ['contract', 'exchange', 'server', 'web', 'demo', 'e2e'],
      'a paper knows core and drawings only: the server hands it a record',
      ['react', 'react-dom', '@nestjs/*', 'typeorm'],
    ),
  },
  {
    files: ['exchange/**/*.ts'],
    rules: mayNotImport(
      ['contract', 'papers', 'server', 'web', 'demo', 'e2e'],
      'the exchange format knows core and drawings only: the server hands it rows',
      ['react', 'react-dom', '@nestjs/*', 'typeorm'],
    ),
  },
  {
    files: ['web/**/*.tsx'],
    ...jsxA11y.flatConfigs.strict,
    rules: {
      ...jsxA11y.flatConfigs.strict.rules,
      // the focus goes to the field that somebody has just asked for
      'jsx-a11y/no-autofocus': 'off',
      // what scrolls is reached by the keys; the drawing board takes arrows
      'jsx-a11y/no-noninteractive-tabindex': [
        'error',
        { tags: [], roles: ['region', 'tabpanel', 'application'] },
      ],
      // keys, focus and what is dropped rise from the fields within; a press is for what can be pressed
      'jsx-a11y/no-noninteractive-element-interactions': ['error', { handlers: PRESSES }],
      'jsx-a11y/no-static-element-interactions': ['error', { handlers: PRESSES }],
    },
  },
  {
    files: ['web/**/*.{ts,tsx}'],
    plugins: { 'react-hooks': reactHooks },
    rules: { 'react-hooks/rules-of-hooks': 'error', 'react-hooks/exhaustive-deps': 'error' },
  },
  {
    files: ['**/*.test.ts', '**/simulated/**', '**/testing/**'],
    rules: {
      '@typescript-eslint/no-unsafe-assignment': 'off',
      '@typescript-eslint/no-unsafe-argument': 'off',
      '@typescript-eslint/no-unsafe-member-access': 'off',
      '@typescript-eslint/no-unsafe-call': 'off',
    },
  },
);
