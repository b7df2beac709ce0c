import reactHooks from 'eslint-plugin-react-hooks';
import tseslint from 'typescript-eslint';

const PACKAGE = '@upright-elder/';

/** Dependencies point one way: core ← contract ← server, core ← contract ← web; demo and e2e speak over HTTP. */
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
      '**/*.mjs',
      'vitest.config.ts',
      'vitest.setup.ts',
      'web/vite.config.ts',
    ],
  },
  ...tseslint.configs.recommendedTypeChecked,
  {
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
      ...mayNotImport(['contract', 'server', 'web', 'demo', 'e2e'], 'core stands alone', [
        'react',
        'react-dom',
        '@nestjs/*',
        'node:*',
        'typeorm',
      ]),
      'no-restricted-properties': [
        'error',
        { object: 'Date', property: 'now', message: 'the core has no clock' },
        { object: 'Math', property: 'random', message: 'the core knows seeded chance only (core/numeric)' },
      ],
    },
  },
  {
    files: ['contract/**/*.ts'],
    rules: mayNotImport(['server', 'web', 'demo', 'e2e'], 'the contract knows core only', [
      '@nestjs/*',
      'react',
      'node:*',
      'typeorm',
    ]),
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
    rules: mayNotImport(['server', 'demo', 'e2e'], 'the web knows core and contract'),
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
