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
  ['codes', 'board', 'hosts'],
  ['profile', 'notation'],
  ['engine', 'macro', 'plan', 'check'],
  ['image', 'lamps', 'hostSide'],
  ['probe', 'advice', 'trial', 'files', 'device', 'hands', 'compare', 'inspect', 'sheet', 'find', 'several', 'typing'],
];
const TIER_FRIENDS = {
  board: ['codes'],
  hosts: ['codes'],
  notation: ['profile'],
  check: ['engine'],
  advice: ['probe'],
  compare: ['probe'],
  trial: ['advice'],
  typing: ['hands'],
};
const OUTER_ROOMS = ['app', 'server', 'cli', 'host', 'workers'];

/** The benches of the app: a folder each. */
const BENCHES = [
  'shelf',
  'compare',
  'sheet',
  'history',
  'boards',
  'newProfile',
  'layout',
  'travel',
  'macros',
  'text',
  'trial',
  'practice',
  'device',
];

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

/** What a room of core may not know: rooms beside it and above, the outer ones, and what is not core's at all. */
const forbiddenFor = (room) => {
  const at = CORE_TIERS.findIndex((tier) => tier.includes(room));
  const siblings = CORE_TIERS[at].filter((other) => other !== room && !(TIER_FRIENDS[room] ?? []).includes(other));
  const above = CORE_TIERS.slice(at + 1).flat();
  return [...[...siblings, ...above, ...OUTER_ROOMS, 'demo'].flatMap(anywhere), 'node:*', 'react', 'react-dom'];
};

const coreRules = CORE_TIERS.flat().map((room) =>
  roomRule(
    [`src/core/${room}/**/*.ts`],
    forbiddenFor(room),
    `core/${room} may not know this room; see docs/architecture.md`,
    OWN_DOORS[room],
  ),
);

/** The rooms of the engine, from the ground up; the clock and events, which stand beside them, are known to all. */
const ENGINE_ROOMS = ['compile', 'out', 'hold', 'travel', 'act', 'decide'];
const engineRules = ENGINE_ROOMS.map((room, at) =>
  roomRule(
    [`src/core/engine/${room}/**/*.ts`],
    [...forbiddenFor('engine'), ...ENGINE_ROOMS.slice(at + 1).flatMap((above) => [`../${above}`, `../${above}/**`])],
    `engine/${room} may not know this room; see docs/architecture.md`,
    OWN_DOORS.engine,
  ),
);

/**
 * What React's compiler says of a component takes half of the time that lint takes: `npm run lint` and the hunt ask it, `npm test` asks for the
 * two rules about hooks alone.
 */
const asksCompiler = process.env.LINT !== 'quick';
const HOOK_RULES = { 'react-hooks/rules-of-hooks': 'error', 'react-hooks/exhaustive-deps': 'warn' };

export default tseslint.config(
  { ignores: ['dist', 'dist-node', 'node_modules', '.underloom', 'coverage'] },
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
  ...engineRules,
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
    ['src/server/**/*.ts', 'src/cli/**/*.ts', 'src/host/**/*.ts'],
    ['**/app/**', 'react', 'react-dom'],
    'the server, the command line and the host program know only core',
  ),
  roomRule(['src/app/*.{ts,tsx}', 'src/app/{frame,theme}/**/*.{ts,tsx}', 'src/workers/**/*.ts'], [], ''),
  roomRule(
    ['src/app/{shared,state}/**/*.{ts,tsx}'],
    [...BENCHES, 'frame'].map((room) => `../${room}/**`),
    'what benches share knows no bench',
  ),
  ...BENCHES.map((bench) =>
    roomRule(
      [`src/app/${bench}/**/*.{ts,tsx}`],
      [...BENCHES, 'frame'].filter((room) => room !== bench).map((room) => `../${room}/**`),
      'a bench knows no other bench; what two use is in shared',
    ),
  ),
  {
    files: ['src/app/**/*.tsx', 'src/app/**/use*.ts', 'src/app/state/*.ts'],
    ignores: ['**/*.test.ts'],
    ...reactHooks.configs.flat.recommended,
    ...(asksCompiler ? {} : { rules: HOOK_RULES }),
  },
  // What stands there for rules that are not asked is not idle.
  ...(asksCompiler ? [] : [{ linterOptions: { reportUnusedDisableDirectives: 'off' } }]),
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
