/** What the live benchmark works on: the show desk on a board of 104 keys with 16 layers, in an app that is built with that board. */
import { execFileSync } from 'node:child_process';
import { writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { SHOW_DESK } from '../../demo';
import { DYES, type Layer, type Macro, type Profile, type Score, type ScoreEvent } from '../../src/core/profile';
import { temporaryFolder } from '../../tests/browser';
import { HARROW_64 as WIDE } from './wideBoard';

export const LAYERS = 16;
export const KEYS = WIDE.keys.length;
const EVENTS = 10_000;
const FEW_EVENTS = 400;
const PRESS_EVERY_US = 40_000;

/** A score of presses of four keys, one after the other. */
function rain(events: number): Score {
  const codes = ['KeyA', 'KeyS', 'KeyD', 'KeyF'];
  const presses = Array.from({ length: events / 2 }, (_, n): ScoreEvent[] => [
    { atUs: n * PRESS_EVERY_US, edge: 'down', code: codes[n % codes.length] ?? 'KeyA' },
    { atUs: n * PRESS_EVERY_US + 30_000, edge: 'up', code: codes[n % codes.length] ?? 'KeyA' },
  ]);
  return { events: presses.flat(), lengthUs: (events / 2) * PRESS_EVERY_US };
}

const macroOf = (id: string, name: string, onPress: Score): Macro => ({
  id,
  name,
  onPress,
  run: { kind: 'times', times: 1 },
  gapMs: 0,
  stop: 'now',
  leavesHeld: false,
  liftModifiers: false,
});

/** The show desk with a macro of 10 000 events, more than any board takes, and one of few to play: a profile of its own. */
const longProfile = (): Profile => ({
  ...SHOW_DESK,
  id: 'long',
  name: 'Long',
  macros: [macroOf('long-rain', 'Long rain', rain(EVENTS)), ...SHOW_DESK.macros],
});

/** The show desk with a macro of few events to play. */
const playedProfile = (): Profile => ({
  ...SHOW_DESK,
  id: 'played',
  name: 'Played',
  macros: [macroOf('short-rain', 'Short rain', rain(FEW_EVENTS)), ...SHOW_DESK.macros],
});

/** The show desk on the wide board, with further layers that assign every other key. */
function wideProfile(): Profile {
  const more = Array.from({ length: LAYERS - SHOW_DESK.layers.length }, (_, n): Layer => {
    const keys = WIDE.keys.filter((__, index) => (index + n) % 2 === 0);
    const does = { kind: 'act' as const, action: { do: 'keys' as const, codes: [`F${13 + (n % 12)}`] } };
    return {
      id: `more-${n}`,
      name: `More ${n + 1}`,
      dye: DYES[n % DYES.length] ?? 'iron',
      keys: Object.fromEntries(keys.map(({ id }) => [id, { does }])),
    };
  });
  return { ...SHOW_DESK, id: 'wide', name: 'Wide', layers: [...SHOW_DESK.layers, ...more] };
}

export const MACROS = 64;
const MACRO_EVENTS = 156;

/** As much as the wide board takes: every key of every layer has two meanings, and there are many macros. */
function bigProfile(): Profile {
  const layers = Array.from({ length: LAYERS }, (_, n): Layer => ({
    id: n === 0 ? 'base' : `big-${n}`,
    name: n === 0 ? 'Base' : `Big ${n}`,
    dye: DYES[n % DYES.length] ?? 'iron',
    keys: Object.fromEntries(
      WIDE.keys.map(({ id }, at) => [
        id,
        {
          does: {
            kind: 'gesture' as const,
            steps: [
              {
                tap: { do: 'keys' as const, codes: [`F${13 + ((n + at) % 12)}`] },
                hold: { do: 'keys' as const, codes: ['ControlLeft', 'ShiftLeft', `Key${'ABCDEFGH'[at % 8] ?? 'A'}`] },
              },
            ],
          },
        },
      ]),
    ),
  }));
  const macros = Array.from({ length: MACROS }, (_, n) => macroOf(`rain-${n}`, `Rain ${n + 1}`, rain(MACRO_EVENTS)));
  return { ...SHOW_DESK, id: 'big', name: 'Big', layers, macros, joints: [], joinedLayers: [], roles: [] };
}

/** The profiles as files. */
export const liveFiles = (): string[] =>
  [wideProfile(), longProfile(), playedProfile(), bigProfile()].map((profile) => {
    const file = join(temporaryFolder(), `${profile.id}.json`);
    writeFileSync(file, JSON.stringify(profile));
    return file;
  });

/** Builds the app with the wide board into a folder of its own. */
export function buildWide(): string {
  const folder = temporaryFolder();
  const vite = ['node_modules/vite/bin/vite.js', 'build', '--config', 'bench/live/vite.wide.config.ts'];
  execFileSync(process.execPath, [...vite, '--outDir', folder, '--emptyOutDir', '--logLevel', 'error']);
  return folder;
}
