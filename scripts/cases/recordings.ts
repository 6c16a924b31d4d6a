/** What the record key, the keys and time make of a recording, for tests of a firmware's own: fingers do not come over the link. */
import { hexOf } from '../../src/cli/conform/cases';
import { HARROW_64 } from '../../src/core/board';
import { idOf, pageOf, usageOfCode } from '../../src/core/codes';
import { Recorder } from '../../src/core/device/recorder';
import { encodeRecordings, type Recording } from '../../src/core/image';

type Step = [tMs: number, what: 'record' | 'choose' | 'sent', of: string];
const press = (tMs: number): Step[] => [
  [tMs, 'record', 'down'],
  [tMs + 50, 'record', 'up'],
];
const RECORDINGS: [name: string, why: string, steps: Step[]][] = [
  [
    'two keys, then the key they are for',
    'Time begins with the first key that goes down; what follows it until the record key is the macro, which lasts as long.',
    [
      ...press(0),
      [400, 'sent', '+KeyA'],
      [450, 'sent', '-KeyA'],
      [500, 'sent', '+KeyB'],
      [580, 'sent', '-KeyB'],
      ...press(900),
      [1200, 'choose', 'Digit1'],
    ],
  ],
  [
    'a key that is still down when the recording ends, and one that was down before',
    'A recording leaves nothing down: Shift and A go up at its end, the last first. The end of B, which was down before, is no part of it.',
    [
      [0, 'sent', '+KeyB'],
      ...press(10),
      [400, 'sent', '-KeyB'],
      [500, 'sent', '+ShiftLeft'],
      [520, 'sent', '+KeyA'],
      ...press(600),
      [700, 'sent', '-KeyA'],
      [900, 'choose', 'Digit2'],
    ],
  ],
  [
    'nothing recorded, and a key chosen',
    'That clears the macro of the key: what it did before, it does again.',
    [...press(0), ...press(400), [800, 'choose', 'Digit1']],
  ],
  [
    'the record key held for a second',
    'It gives up: no key is asked for, and the next press of a key is only that.',
    [
      ...press(0),
      [400, 'sent', '+KeyA'],
      [450, 'sent', '-KeyA'],
      [500, 'record', 'down'],
      [1600, 'record', 'up'],
      [1700, 'choose', 'Digit1'],
    ],
  ],
];

const SLOT = 0;
const place = (key: string): number => HARROW_64.keys.findIndex(({ id }) => id === key);

export const recordingCases = RECORDINGS.map(([name, why, steps]) => {
  const recorder = new Recorder(HARROW_64.device.macroEvents);
  let stored: Recording | 'cleared' | null = null;
  for (const [tMs, what, of] of steps) {
    const tUs = tMs * 1000;
    recorder.advance(tUs);
    if (what === 'record') recorder.recordKey(tUs, of === 'down');
    else if (what === 'sent') recorder.edge(tUs, of.startsWith('+'), of.slice(1));
    else {
      const chosen = recorder.choose();
      if (chosen) stored = chosen.score ? { slot: SLOT, key: place(of), score: chosen.score } : 'cleared';
    }
  }
  return {
    name,
    why,
    steps: steps.map(([tMs, what, of]) => {
      if (what === 'record') return [tMs * 1000, what, of === 'down' ? 1 : 0];
      if (what === 'choose') return [tMs * 1000, what, place(of)];
      const usage = usageOfCode(of.slice(1)) ?? 0;
      return [tMs * 1000, what, of.startsWith('+') ? 1 : 0, pageOf(usage), idOf(usage)];
    }),
    stored: stored === 'cleared' || stored === null ? stored : hexOf(encodeRecordings([stored])),
    score:
      stored === 'cleared' || stored === null
        ? null
        : {
            lengthUs: (stored as Recording).score.lengthUs,
            events: (stored as Recording).score.events.flatMap((event) => {
              if (!('edge' in event)) return [];
              const usage = usageOfCode(event.code) ?? 0;
              return [[event.atUs, event.edge === 'down' ? 1 : 0, pageOf(usage), idOf(usage)]];
            }),
          },
  };
});
