import js from '@eslint/js';
import globals from 'globals';
import reactHooks from 'eslint-plugin-react-hooks';
import tseslint from 'typescript-eslint';

/**
 * The arrows of docs/architecture.md as lint rules: a room may import from rooms of a lower tier, never upwards.
 * Rooms of one tier may know each other only where TIER_FRIENDS says so.
 */
const CORE_TIERS = [
  ['codes', 'board'],
  ['profile', 'notation'],
  ['image', 'engine', 'macro', 'plan'],
  ['analysis', 'files', 'device', 'hands'],
];
const TIER_FRIENDS = { board: ['codes'], notation: ['profile'], device: ['files'] };
const OUTER_ROOMS = ['app', 'server', 'cli', 'workers'];

const roomRule = (files, forbidden, message) => ({
  files,
  rules: { 'no-restricted-imports': ['error', { patterns: [{ group: forbidden, message }] }] },
});

const coreRules = CORE_TIERS.flatMap((tier, index) =>
  tier.map((room) => {
    const siblings = tier.filter((other) => other !== room && !(TIER_FRIENDS[room] ?? []).includes(other));
    const above = CORE_TIERS.slice(index + 1).flat();
    const forbidden = [...siblings, ...above].flatMap((other) => [`../${other}`, `../${other}/*`]);
    const outside = [...OUTER_ROOMS, 'demo'].map((other) => `**/${other}/**`);
    return roomRule(
      [`src/core/${room}/**/*.ts`],
      [...forbidden, ...outside, 'node:*', 'react', 'react-dom'],
      `core/${room} may not know this room; see docs/architecture.md`,
    );
  }),
);

export default tseslint.config(
  { ignores: ['dist', 'node_modules', '.underloom', 'coverage'] },
  js.configs.recommended,
  ...tseslint.configs.strict,
  {
    rules: {
      '@typescript-eslint/no-unused-vars': ['error', { argsIgnorePattern: '^_', ignoreRestSiblings: true }],
      '@typescript-eslint/consistent-type-imports': 'error',
      'no-console': 'error',
      eqeqeq: 'error',
    },
  },
  ...coreRules,
  {
    files: ['src/core/**/*.ts'],
    rules: {
      'no-restricted-globals': [
        'error',
        'performance',
        'setTimeout',
        'window',
        'document',
        'process',
        'Buffer',
        'crypto',
      ],
    },
  },
  roomRule(
    ['src/server/**/*.ts', 'src/cli/**/*.ts'],
    ['**/app/**', 'react', 'react-dom'],
    'the server and the command line know only core',
  ),
  { files: ['src/app/**/*.{ts,tsx}'], ...reactHooks.configs.flat.recommended },
  {
    files: ['scripts/**', 'bench/**', 'src/cli/**', '*.config.*', 'tests/**'],
    languageOptions: { globals: globals.node },
    rules: { 'no-console': 'off' },
  },
  {
    files: ['**/*.test.ts', 'tests/**'],
    rules: {
      '@typescript-eslint/no-non-null-assertion': 'off',
      '@typescript-eslint/no-explicit-any': 'off',
      'no-restricted-globals': 'off',
      'no-restricted-imports': 'off',
    },
  },
);
