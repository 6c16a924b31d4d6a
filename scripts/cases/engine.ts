/** What fingers do and what must come of it. */
import { fieldsOf, hexOf } from '../../src/cli/conform/cases';
import { HARROW_64 } from '../../src/core/board';
import { mustBeSound, type Sound } from '../../src/core/check';
import { BUTTON_PAGE, type HostLamp, HOST_LAMPS, idOf, pageOf, usageOf, usageOfCode } from '../../src/core/codes';
import { ReportWriter } from '../../src/core/device/linkReports';
import { Running } from '../../src/core/device/running';
import { traceReports } from '../../src/core/device/traceReports';
import { isEdgeLine, isMoveLine, isOfLamp, lampOf, replay, type Sample } from '../../src/core/engine';
import { encodeImage } from '../../src/core/image';
import { macroFromLines } from '../../src/core/macro';
import type { PartialTiming, Profile } from '../../src/core/profile';
import { fingers, sketchProfile, type SketchLayers } from '../../tests/making/sketch';

/** A case: what the keys do, as assign lines, what the fingers and the host's lamps do, and why it comes out as it does. */
type Engine = {
  name: string;
  why: string;
  layers: SketchLayers;
  hand: string;
  timing?: PartialTiming;
  more?: Partial<Profile>;
  /** The whole trace is shown, and must come. */
  isTraced?: boolean;
};
const tap = (key: string, ms: number): string => `+${key} ${ms}, -${key} ${ms + 5}`;
const ENGINE: Engine[] = [
  {
    name: 'keys go down and up with their fingers',
    why: 'With nothing to decide an edge has the time of its finger.',
    layers: { Base: {} },
    hand: '+A 0, +B 50, -A 70, -B 90',
  },
  {
    name: 'a tap and a hold',
    why: 'F comes up before 200 ms: a tap, shown for 8 ms. Then it is down for 200 ms: a hold, until it comes up.',
    layers: { Base: { F: 'tap F, hold Ctrl' } },
    hand: '+F 0, -F 100, +F 400, +A 650, -A 700, -F 720',
  },
  {
    name: 'nested presses make a hold',
    why: 'A goes down and up inside F, long before 200 ms: F is a hold from then on, and A comes after it.',
    layers: { Base: { F: 'tap F, hold Ctrl' } },
    hand: '+F 0, +A 40, -A 80, -F 120',
  },
  {
    name: 'a double tap, and one that waits in vain',
    why: 'The second press within 180 ms is the next step. Where none comes, the tap is decided when the gap is over.',
    layers: { Base: { G: 'tap G, twice B' } },
    hand: `${tap('G', 0)}, ${tap('G', 60)}, ${tap('G', 900)}`,
  },
  {
    name: 'any: a hold as soon as another key goes down',
    why: 'Under any the hold is decided by the press of A, and A comes after it.',
    layers: { Base: { F: 'tap F, hold Ctrl' } },
    hand: '+F 0, +A 40, -F 60, -A 80',
    timing: { interrupt: 'any' },
  },
  {
    name: 'wait: a hold by time alone',
    why: 'A goes down and up inside F and decides nothing; F comes up early, so it is a tap, and A comes after it.',
    layers: { Base: { F: 'tap F, hold Ctrl' } },
    hand: '+F 0, +A 40, -A 80, -F 120',
    timing: { interrupt: 'wait' },
  },
  {
    name: 'other hand only',
    why: 'S is of the hand of F: F is a tap at once. J is of the other hand, and makes it a hold.',
    layers: { Base: { F: 'tap F, hold Ctrl' } },
    hand: '+F 0, +S 40, -S 80, -F 120, +F 500, +J 540, -J 580, -F 620',
    timing: { otherHandOnly: true },
  },
  {
    name: 'the typing guard',
    why: 'A was typed less than 100 ms before F went down: F is a tap at once, until it comes up.',
    layers: { Base: { F: 'tap F, hold Ctrl' } },
    hand: `${tap('A', 0)}, +F 60, -F 400`,
    timing: { typingGuardMs: 100 },
  },
  {
    name: 're-tap',
    why: 'F was tapped, and goes down again less than 120 ms after it came up: a tap again, until it comes up.',
    layers: { Base: { F: 'tap F, hold Ctrl' } },
    hand: `${tap('F', 0)}, +F 80, -F 500`,
  },
  {
    name: 'modifiers that go down meanwhile decide nothing',
    why: 'Shift waits behind F, and comes after it; only the press of A, which comes up, makes F a hold.',
    layers: { Base: { F: 'tap F, hold Ctrl' } },
    hand: '+F 0, +Shift 20, -Shift 40, +A 60, -A 80, -F 120',
  },
  {
    name: 'layers: while, flip, go, once',
    why: 'C shows Nav while it is down, D turns it on and off, E goes there and back, F shows it for the next press.',
    layers: { Base: { C: 'while Nav', D: 'flip Nav', E: 'go Nav', F: 'once Nav' }, Nav: { A: 'F1', E: 'go Base' } },
    hand: `+C 0, ${tap('A', 10)}, -C 20, ${tap('D', 30)}, ${tap('A', 40)}, ${tap('D', 50)}, ${tap('E', 60)}, ${tap('A', 70)}, ${tap('E', 80)}, ${tap('F', 90)}, ${tap('A', 100)}, ${tap('A', 110)}`,
  },
  {
    name: 'joined layers',
    why: 'While Nav and Sym are both shown, Far is too, and answers A; with one of them gone it is gone.',
    layers: { Base: { C: 'while Nav', D: 'while Sym' }, Nav: { A: 'F1' }, Sym: { A: 'F2' }, Far: { A: 'F3' } },
    hand: `+C 0, ${tap('A', 10)}, +D 20, ${tap('A', 30)}, -C 40, ${tap('A', 50)}, -D 60`,
    more: { joinedLayers: [{ when: ['nav', 'sym'], also: 'far' }] },
  },
  {
    name: 'layers of lamps',
    why: 'All lamps are dark until the host tells. It lights Num Lock at 20 ms: the next press of A finds Num. What was pressed before goes on.',
    layers: { Base: {}, Num: { A: 'F1' } },
    hand: `${tap('A', 0)}, +B 15, +lamp:NumLock 20, ${tap('A', 30)}, -B 40, -lamp:NumLock 50, ${tap('A', 60)}`,
    more: { lampLayers: [{ lamp: 'NumLock', lit: true, shows: 'num' }] },
  },
  {
    name: 'a lamp and what is undecided',
    why: 'F is undecided when the lamp is lit. A waits behind it, and is looked up when its turn comes: on Num.',
    layers: { Base: { F: 'tap F, hold Ctrl' }, Num: { A: 'F1' } },
    hand: '+F 0, +A 10, +lamp:CapsLock 20, -A 30, -F 60',
    more: { lampLayers: [{ lamp: 'CapsLock', lit: true, shows: 'num' }] },
  },
  {
    name: 'once, for two keys at a time',
    why: 'Both modifiers go down before A. That of D, which is still down, stays until D comes up.',
    layers: { Base: { C: 'once Shift', D: 'once Alt' } },
    hand: `${tap('C', 0)}, +D 10, ${tap('A', 20)}, ${tap('B', 40)}, -D 60`,
  },
  {
    name: 'capitals until the word ends',
    why: 'Shift goes down before a letter and up after it; a digit goes on without it; the space ends it.',
    layers: { Base: { C: 'capitals' } },
    hand: `${tap('C', 0)}, ${tap('A', 20)}, ${tap('1', 40)}, ${tap('Space', 60)}, ${tap('A', 80)}`,
  },
  {
    name: 'latches',
    why: 'C keeps Control and Shift down until it is pressed again. After D the next keys action is a latch, which A alone takes back.',
    layers: { Base: { C: 'latch Ctrl+Shift', D: 'latch next' } },
    hand: `${tap('C', 0)}, ${tap('A', 20)}, ${tap('C', 40)}, ${tap('D', 60)}, ${tap('A', 80)}, ${tap('A', 100)}`,
  },
  {
    name: 'under a modifier another key, without it',
    why: 'Q is Delete while Shift is held, and the host sees no Shift meanwhile. It comes back when Q is up.',
    layers: { Base: { Q: 'Backspace, under Shift Delete' } },
    hand: `${tap('Q', 0)}, +Shift 10, ${tap('Q', 20)}, ${tap('A', 40)}, -Shift 60`,
  },
  {
    name: 'under a modifier, and another key comes',
    why: 'A is of another press: Shift comes back directly before it goes down, though Q is still held.',
    layers: { Base: { Q: 'Backspace, under Shift Delete' } },
    hand: '+Shift 0, +Q 10, +A 20, -A 30, -Q 40, -Shift 50',
  },
  {
    name: 'under a modifier for the next key',
    why: 'Shift is asked for by C and counts as held; it is used up and never sent.',
    layers: { Base: { C: 'once Shift', Q: 'Backspace, under Shift Delete' } },
    hand: `${tap('C', 0)}, ${tap('Q', 20)}, ${tap('A', 40)}`,
  },
  {
    name: 'the first case of which all modifiers are held',
    why: 'With Control and Shift the first case is taken, and both go up, the last down first; with Control alone the last.',
    layers: { Base: { Q: 'A, under Ctrl+Shift B, under Shift C, under Ctrl D' } },
    hand: `+Ctrl 0, +Shift 5, ${tap('Q', 10)}, -Shift 20, ${tap('Q', 30)}, -Ctrl 40`,
  },
  {
    name: 'the pointer moves while a key is held',
    why: 'Once a poll (1 ms) whole counts are told; 0.4 a poll adds up, and what is left over stays for the next.',
    layers: { Base: { A: 'move right at 400 after 0 ms', S: 'move down at 1000 after 0 ms' } },
    hand: '+A 0, +S 3, -S 5, -A 8',
  },
  {
    name: 'a text, with a modifier that is lifted',
    why: 'What is typed needs no Shift of the person: it goes up before the first character and comes back after the last.',
    layers: { Base: { C: 'type "Go 3" every 10 ms' } },
    hand: `+Shift 0, ${tap('C', 20)}, -Shift 200`,
  },
  {
    name: 'held for a time, and begun again',
    why: 'Right goes up by itself after 100 ms; begun again while it runs, its time begins anew and nothing is sent.',
    layers: { Base: { C: 'hold Right for 100 ms' } },
    hand: `${tap('C', 0)}, ${tap('C', 60)}`,
  },
  {
    name: 'a stroke plan',
    why: 'A goes down at 0.6 mm and up at 0.5 mm on the way back; B is struck at 3.5 mm, for 8 ms.',
    layers: { Base: { C: 'down 0.6 to up 0.5 mm: A, down 3.5 mm: B' } },
    hand: 'C@0.7 0, C@2 10, C@3.6 20, C@3 30, C@0 60',
  },
  {
    name: 'keys pressed together',
    why: 'J and K within 40 ms are Escape, at the second press, until the first comes up. J alone goes on when the window is over.',
    layers: { Base: {} },
    hand: '+J 0, +K 20, -J 60, -K 80, +J 300, -J 380',
    more: { joints: [{ id: 'j', keys: ['KeyJ', 'KeyK'], withinMs: 40, action: { do: 'keys', codes: ['Escape'] } }] },
  },
  {
    name: 'reversal on small movements',
    why: 'The key lets go when it turns and rises by 0.25 mm, and fires again when it goes down by 0.15 mm.',
    layers: { Base: {} },
    hand: 'A@1 0, A@0.6 20, A@1.2 40, A@0 80',
    more: {
      travel: { board: { mode: 'reversal', pointUm: 500, pressUm: 150, releaseUm: 250, reset: 'point' }, keys: {} },
    },
  },
  {
    name: 'a macro while held',
    why: 'On press once, then its rounds with 10 ms between them, cut when C comes up, then what it plays on release.',
    layers: { Base: { C: 'play M' } },
    hand: '+C 0, -C 150',
    more: {
      macros: [
        macroFromLines({
          press: 'Ctrl:10',
          repeat: 'F17:20 20',
          release: 'Esc:5',
          run: { kind: 'whileHeld' },
          gapMs: 10,
        }),
      ],
    },
  },
  {
    name: 'a button and a chord',
    why: 'A mouse button is a usage of page 09. The codes of a chord go down in order and up in reverse.',
    layers: { Base: { C: 'button 1', D: 'Ctrl+Alt+Down' } },
    hand: '+C 0, +D 20, -D 40, -C 60',
  },
  {
    name: 'a change of slot ends everything held',
    why: 'C asks for another slot: A and the latch go up, and the finger on A does nothing until it is lifted.',
    layers: { Base: { C: 'slot next', D: 'latch Ctrl' } },
    hand: `${tap('D', 0)}, +A 20, ${tap('C', 40)}, -A 60, ${tap('B', 80)}`,
  },
  {
    name: 'the trace of a tap and of a hold',
    why: 'Undecided (3), decided (2) with its cause, what closed it and how long it was open, whose press it is (6), then the edges (1). What did not close by a key was closed by time (FFFF).',
    layers: { Base: { F: 'tap F, hold Ctrl' } },
    hand: '+F 0, -F 100, +F 400, +A 650, -A 700, -F 720',
    isTraced: true,
  },
  {
    name: 'the trace of layers, a lamp and an under',
    why: 'Nav is active (4: 1) while C is held, and shown under the others by none; the lamp shows Num, its way is 5. Q under Shift says what was lifted and what was held (9).',
    layers: { Base: { C: 'while Nav', Q: 'Backspace, under Shift Delete' }, Nav: { A: 'F1' }, Num: { A: 'F2' } },
    hand: `+C 0, ${tap('A', 10)}, -C 20, +lamp:NumLock 30, ${tap('A', 40)}, +Shift 60, ${tap('Q', 70)}, -Shift 80`,
    more: { lampLayers: [{ lamp: 'NumLock', lit: true, shows: 'num' }] },
    isTraced: true,
  },
  {
    name: 'the trace of the wheel, of what the keyboard does and of a slot',
    why: 'A notch is a report of its own (5), signed. The record key begins and ends (8). A slot is asked for (7), and everything that is held ends.',
    layers: { Base: { C: 'wheel down 1', D: 'record', E: 'slot 2' } },
    hand: `${tap('C', 0)}, ${tap('D', 20)}, +A 30, ${tap('E', 40)}, -A 60`,
    isTraced: true,
  },
];

/** The fields of all trace reports, without the zeros behind them, when it is played as `conform` plays it. */
function traced({ program }: Sound, samples: readonly Sample[], untilUs: number): string[] {
  const told: string[] = [];
  const running = new Running(
    program,
    traceReports(
      program,
      (kind) => new ReportWriter(kind),
      (report) => told.push(fieldsOf(report.sealed())),
    ),
  );
  let lit = 0;
  for (const { tUs, key, depthUm } of samples) {
    const lamp = lampOf({ key });
    if (!lamp) running.feed(tUs, placeOf(key), depthUm);
    else running.lights(tUs, (lit = withLamp(lit, lamp, depthUm > 0)));
  }
  for (let tUs = samples.at(-1)?.tUs ?? 0; tUs < untilUs;) running.advance((tUs = Math.min(untilUs, tUs + 100_000)));
  return told;
}

const placeOf = (key: string): number => HARROW_64.keys.findIndex(({ id }) => id === key);
const withLamp = (lit: number, lamp: HostLamp, isLit: boolean): number => {
  const bit = 1 << HOST_LAMPS.indexOf(lamp);
  return isLit ? lit | bit : lit & ~bit;
};

export const engineCases = ENGINE.map(({ name, why, layers, hand, timing = {}, more = {}, isTraced = false }) => {
  const profile = sketchProfile(layers, timing, more);
  const sound = mustBeSound(profile);
  const samples = fingers(hand);
  const untilUs = (samples.at(-1)?.tUs ?? 0) + 1_000_000;
  const lines = replay(sound.program, samples, { settleMs: 1000 });
  let lit = 0;
  return {
    name,
    why,
    keys: layers,
    fingers: hand,
    image: hexOf(encodeImage(sound, { withoutNames: true })),
    strokes: samples.filter((sample) => !isOfLamp(sample)).map(({ tUs, key, depthUm }) => [tUs, placeOf(key), depthUm]),
    lamps: samples.flatMap((sample) => {
      const lamp = lampOf(sample);
      if (!lamp) return [];
      lit = withLamp(lit, lamp, sample.depthUm > 0);
      return [[sample.tUs, lit]];
    }),
    untilUs,
    edges: lines.filter(isEdgeLine).map(({ t, edge, code }) => {
      const button = /^button:(\d+)$/.exec(code)?.[1];
      const usage = button ? usageOf(BUTTON_PAGE, Number(button)) : (usageOfCode(code) ?? 0);
      return [t, edge === 'down' ? 1 : 0, pageOf(usage), idOf(usage)];
    }),
    moves: lines.filter(isMoveLine).map(({ t, move }) => [t, move.dx, move.dy]),
    ...(isTraced && { told: traced(sound, samples, untilUs) }),
  };
});
