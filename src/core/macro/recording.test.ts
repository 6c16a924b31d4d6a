import { describe, expect, test } from '@jest/globals';
import { Recording, type RecordingOptions } from '.';
import { printScoreLine } from '../notation';

const OPTIONS: RecordingOptions = {
  keys: true,
  buttons: true,
  wheel: true,
  gaps: 'played',
  idleUs: null,
  stopChord: [],
};

/** Records a hand written like a score, with times in ms from some moment: `+KeyA 100, -KeyA 180`. */
function record(hand: string, options: Partial<RecordingOptions> = {}, alreadyDown: string[] = []): Recording {
  const recording = new Recording({ ...OPTIONS, ...options }, new Set(alreadyDown));
  for (const word of hand.split(', ')) {
    const [, sign, code = '', at = ''] = /^([+-])(\S+) (\S+)$/.exec(word) ?? [];
    recording.take({ tUs: Number(at) * 1000, edge: sign === '+' ? 'down' : 'up', code });
  }
  return recording;
}

describe('a recording', () => {
  test.each<[string, Recording, string]>([
    ['begins with the first event, whenever that is', record('+KeyA 1000, -KeyA 1080'), '+A 80 -A'],
    ['to a tenth of a millisecond', record('+KeyA 10, -KeyA 90.26'), '+A 80.3 -A'],
    ['a press that is not let go of stays open', record('+KeyA 0, +KeyB 50, -KeyB 90'), '+A 50 +B 40 -B'],
    ['a key that was down before is no part of it', record('-Enter 5, +KeyA 10, -KeyA 20', {}, ['Enter']), '+A 10 -A'],
    ['nor is its repeat', record('+KeyA 10, +KeyA 500, +KeyA 530, -KeyA 600'), '+A 590 -A'],
    ['all gaps the same', record('+KeyA 0, -KeyA 77, +KeyB 190, -KeyB 300', { gaps: 20_000 }), '+A 20 -A 20 +B 20 -B'],
    ['no gaps', record('+KeyA 0, -KeyA 77, +KeyB 190', { gaps: 0 }), '+A -A +B'],
    [
      'only what was asked for',
      record('+KeyA 0, +hid:09:0001 10, -hid:09:0001 20, -KeyA 30', { buttons: false }),
      '+A 30 -A',
    ],
    ['buttons alone', record('+KeyA 0, +hid:09:0001 10, -hid:09:0001 20', { keys: false }), '+button 1 10 -button 1'],
    [
      'the stop chord is never in it',
      record('+KeyA 0, -KeyA 50, +ControlLeft 400, +Escape 450, -Escape 500', { stopChord: ['ControlLeft', 'Escape'] }),
      '+A 50 -A',
    ],
    [
      'half of the chord is a key like any other',
      record('+ControlLeft 0, +KeyA 50, -KeyA 60, -ControlLeft 70', { stopChord: ['ControlLeft', 'Escape'] }),
      '+Ctrl 50 +A 10 -A 10 -Ctrl',
    ],
    [
      'stops when nothing comes for a while',
      record('+KeyA 0, -KeyA 50, +KeyB 3000', { idleUs: 2_000_000 }),
      '+A 50 -A',
    ],
    ['someone who holds a key is not idle', record('+KeyA 0, -KeyA 5000', { idleUs: 2_000_000 }), '+A 5000 -A'],
  ])('%s', (_what, recording, line) => expect(printScoreLine(recording.score())).toBe(line));

  test('the wheel is written as it turns', () => {
    const recording = new Recording(OPTIONS);
    recording.take({ tUs: 5000, wheel: { dx: 0, dy: 1 } });
    recording.take({ tUs: 25_000, wheel: { dx: 0, dy: -2 } });
    expect(printScoreLine(recording.score())).toBe('wheel up 1 20 wheel down 2');
  });

  test('idleness is noticed without an event, but not before the first', () => {
    const recording = new Recording({ ...OPTIONS, idleUs: 1_000_000 });
    recording.advance(9_000_000);
    expect(recording.hasStopped).toBe(false);
    recording.take({ tUs: 9_000_000, edge: 'down', code: 'KeyA' });
    recording.take({ tUs: 9_100_000, edge: 'up', code: 'KeyA' });
    recording.advance(10_200_000);
    expect([recording.hasStopped, recording.held]).toEqual([true, []]);
  });

  test('while it goes on the score grows', () => {
    const recording = record('+KeyA 100');
    expect(recording.score(600_000).lengthUs).toBe(500_000);
    expect(recording.held).toEqual(['KeyA']);
  });
});
