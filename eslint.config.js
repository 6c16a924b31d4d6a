import js from '@eslint/js';
import globals from 'globals';
import reactHooks from 'eslint-plugin-react-hooks';
import tseslint from 'typescript-eslint';

/**
 * The arrows of docs/architecture.md as lint rules, at any depth of folder: a room may import from rooms of a lower tier, never
 * upwards. Rooms of one tier may know each other only where TIER_FRIENDS says so.
 */
const CORE_TIERS = [
  ['reading'],
  ['codes', 'board'],
  ['profile', 'notation'],
  ['engine', 'macro', 'plan', 'check'],
  ['image'],
  ['analysis', 'files', 'device', 'hands'],
];
const TIER_FRIENDS = { board: ['codes'], notation: ['profile'], check: ['engine'] };
const OUTER_ROOMS = ['app', 'server', 'cli', 'workers'];

const anywhere = (room) => [`**/${room}`, `**/${room}/**`];

/** Doors that every room but one goes through. */
const ONE_DOOR = [
  { group: ['zod', 'zod/*'], message: 'z comes from core/reading, which sets it up before its first use' },
  {
    group: anywhere('engine'),
    importNames: ['compile'],
    message: 'a program comes with a Sound, which only check makes',
  },
];

const roomRule = (files, forbidden, message, doors = ONE_DOOR) => ({
  files,
  rules: {
    'no-restricted-imports': [
      'error',
      { patterns: [...(forbidden.length > 0 ? [{ group: forbidden, message }] : []), ...doors] },
    ],
  },
});

const OWN_DOORS = { reading: [ONE_DOOR[1]], check: [ONE_DOOR[0]], engine: [ONE_DOOR[0]] };

const coreRules = CORE_TIERS.flatMap((tier, index) =>
  tier.map((room) => {
    const siblings = tier.filter((other) => other !== room && !(TIER_FRIENDS[room] ?? []).includes(other));
    const above = CORE_TIERS.slice(index + 1).flat();
    const forbidden = [...siblings, ...above, ...OUTER_ROOMS, 'demo'].flatMap(anywhere);
    return roomRule(
      [`src/core/${room}/**/*.ts`],
      [...forbidden, 'node:*', 'react', 'react-dom'],
      `core/${room} may not know this room; see docs/architecture.md`,
      OWN_DOORS[room],
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
  roomRule(['src/app/**/*.{ts,tsx}', 'src/workers/**/*.ts'], [], ''),
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
