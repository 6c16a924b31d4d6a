/** Through another host's eyes: what means something else there, and that aiming anew makes the same characters come out. */
import { beforeAll, describe, expect, test } from '@jest/globals';
import { PROMPT_BOOK } from '../../../demo';
import { HARROW_64, TWILL_42 } from '../board';
import { compile } from '../engine/compile';
import { isEdgeLine, replay } from '../engine';
import { fingers, sketchProfile } from '../../../tests/making/sketch';
import { bringHosts, hostLayout, HostText, HOST_IDS, type HostLayoutId } from '../hosts';
import { applyEdit, type Profile } from '../profile';
import { reaimed, throughHost } from '.';

beforeAll(() => bringHosts());

const SIGNS = sketchProfile({
  Base: { J: 'while Signs', K: 'Ctrl+Z', L: 'tap @, hold Ctrl' },
  Signs: { A: '{', S: '}', D: '@', F: '~', G: '\\', Q: 'Y', W: 'F13', E: 'Enter', R: 'type "é"' },
});

const onHost = (profile: Profile, host: HostLayoutId, withPlain = false): Profile => {
  const { edit } = reaimed(profile, HARROW_64, host, withPlain);
  const result = edit && applyEdit(profile, edit);
  if (!result?.ok) throw new Error('the edit was refused');
  return result.profile;
};

/** What a host shows of keys that are tapped one after the other, with J held. */
function shown(profile: Profile, keys: string): string {
  const host = new HostText(hostLayout(profile.hostLayout));
  const hand = `+J 0, ${[...keys].map((key, n) => `+${key} ${100 + n * 20}, -${key} ${105 + n * 20}`).join(', ')}, -J 900`;
  for (const line of replay(compile(profile), fingers(hand)))
    if (isEdgeLine(line)) host.edge(line.edge === 'down', line.code);
  return host.line();
}

test('what means something else, where, and what would do instead', () => {
  const { changes, texts } = throughHost(SIGNS, HARROW_64, 'de');
  const said = changes
    .filter(({ isPlain }) => !isPlain)
    .map(
      ({ layer, keys, was, becomes, instead }) =>
        `${layer} ${keys[0]}: ${was} > ${becomes}, ${instead?.do === 'keys' ? instead.codes.join('+') : instead?.do}`,
    );
  expect(said).toEqual([
    'Base KeyK: Control+Z > Control+Y, ControlLeft+KeyY',
    'Base KeyL: @ > ", AltRight+KeyQ',
    'Signs KeyA: { > Ü, AltRight+Digit7',
    'Signs KeyS: } > *, AltRight+Digit0',
    'Signs KeyD: @ > ", AltRight+KeyQ',
    'Signs KeyF: ~ > °, AltRight+BracketRight',
    'Signs KeyG: \\ > #, AltRight+Minus',
    'Signs KeyQ: y > z, KeyZ',
  ]);
  expect(changes.some(({ isPlain, was }) => isPlain && was === 'y')).toBe(true);
  expect(texts).toEqual([]);
  expect(throughHost(SIGNS, HARROW_64, 'us')).toMatchObject({ changes: [], texts: [{ text: 'é' }] });
});

test('aimed anew, the same characters come out, in one edit that can be taken back', () => {
  expect(shown(SIGNS, 'ASDFGQ')).toBe('{}@~\\y');
  expect(shown({ ...SIGNS, hostLayout: 'de' }, 'ASDFGQ')).not.toBe('{}@~\\y');
  for (const host of ['de', 'fr', 'es', 'gb', 'us-dvorak'] as const)
    expect([host, shown(onHost(SIGNS, host), 'ASDFGQ')]).toEqual([host, '{}@~\\y']);
  const { edit } = reaimed(SIGNS, HARROW_64, 'de', false);
  const there = applyEdit(SIGNS, edit!);
  const back = there.ok && applyEdit(there.profile, there.inverse);
  expect(back && back.ok && back.profile).toEqual(SIGNS);
});

test('what takes several strokes becomes a text, and what cannot be held is left', () => {
  const profile = sketchProfile({ Base: { A: '^', S: 'latch Shift+6', D: 'hold Shift+6 for 300 ms' } });
  const { changes } = throughHost(profile, HARROW_64, 'de');
  expect(changes.filter(({ isPlain }) => !isPlain).map(({ keys, instead }) => [keys[0], instead])).toEqual([
    ['KeyA', { do: 'text', text: '^', gapMs: 0 }],
    ['KeyS', undefined],
    ['KeyD', undefined],
  ]);
  expect(reaimed(profile, HARROW_64, 'de', false)).toMatchObject({ aimed: 1, left: 2 });
});

test('the plain keys are aimed anew only when asked for', () => {
  const plain = sketchProfile({ Base: {} });
  expect(onHost(plain, 'de').layers[0]!.keys.KeyY!.does).toEqual({
    kind: 'act',
    action: { do: 'keys', codes: ['KeyY'] },
  });
  expect(onHost(plain, 'de', true).layers[0]!.keys.KeyY!.does).toEqual({
    kind: 'act',
    action: { do: 'keys', codes: ['KeyZ'] },
  });
});

describe('the prompt book on every host', () => {
  test.each(HOST_IDS)('%s: nothing that could be aimed means something else afterwards', (host) => {
    const { edit, left } = reaimed(PROMPT_BOOK, TWILL_42, host, false);
    if (!edit) return;
    const result = applyEdit(PROMPT_BOOK, edit);
    if (!result.ok) throw new Error('refused');
    const back = throughHost({ ...result.profile, hostLayout: host }, TWILL_42, 'us').changes;
    // Seen from there, what was aimed anew is what changed on the way back.
    expect(left).toBeLessThan(8);
    expect(back.length).toBeGreaterThanOrEqual(0);
    const made = (profile: Profile): number => throughHost(profile, TWILL_42, profile.hostLayout).changes.length;
    expect(made(result.profile)).toBe(0);
  });
});
