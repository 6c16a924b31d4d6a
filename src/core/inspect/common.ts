/**
 * What several keyboards on one computer send in common, where that is meant to be one keyboard's alone. Letters and arrows are everybody's; but a program that waits for F13, or for
 * a chord that nobody types by accident, cannot tell which keyboard it came from.
 */
import { isModifier, type Code } from '../codes';
import { chordTitle } from '../notation';
import { actionsOf, type Profile } from '../profile';

/** A keyboard that is plugged in, and what runs on it. */
export type Plugged = { name: string; profile: Profile };
/** A chord that two of them send. `instead` are keys that none of them sends. */
export type Common = { codes: readonly Code[]; said: string; senders: readonly string[]; instead: readonly Code[] };

/** Keys that no ordinary keyboard has, and that are given a meaning of one's own. */
const SPARE: readonly Code[] = Array.from({ length: 12 }, (_, n) => `F${n + 13}`);

const plainName = (code: Code): string => code.replace(/^(Control|Shift|Alt|Meta)(Left|Right)$/, '$1');

/** A chord by what it is to a host's programs, which seldom tell left from right. */
const chordId = (codes: readonly Code[]): string => [...codes].map(plainName).sort().join('+');

/** Chords that are meant for one purpose: with a spare key in them, or with three modifiers and more. */
const isOwn = (codes: readonly Code[]): boolean =>
  codes.some((code) => SPARE.includes(code)) ||
  (codes.filter(isModifier).length >= 3 && codes.some((code) => !isModifier(code)));

function* chordsOf(profile: Profile): Iterable<readonly Code[]> {
  const bindings = [
    ...profile.layers.flatMap(({ keys }) => Object.values(keys).map(({ does }) => does)),
    ...profile.joints.map(({ action }) => ({ kind: 'act' as const, action })),
  ];
  for (const binding of bindings)
    for (const { action } of actionsOf(binding))
      if (action.do === 'keys' || action.do === 'holdFor' || action.do === 'latch') yield action.codes;
  for (const { onPress, repeat, onRelease } of profile.macros)
    for (const score of [onPress, repeat, onRelease]) {
      const held: Code[] = [];
      for (const event of score?.events ?? []) {
        if (!('code' in event)) continue;
        if (event.edge === 'up') {
          const at = held.lastIndexOf(event.code);
          if (at >= 0) held.splice(at, 1);
        } else {
          if (!isModifier(event.code)) yield [...held.filter(isModifier), event.code];
          held.push(event.code);
        }
      }
    }
}

/** Every chord of one's own that two or more keyboards send, with spare keys to send instead. */
export function commonOf(plugged: readonly Plugged[]): Common[] {
  const senders = new Map<string, { codes: readonly Code[]; by: Set<number> }>();
  const sent = new Set<Code>();
  plugged.forEach(({ profile }, n) => {
    for (const codes of chordsOf(profile)) {
      for (const code of codes) sent.add(code);
      if (!isOwn(codes)) continue;
      const id = chordId(codes);
      const known = senders.get(id) ?? { codes, by: new Set<number>() };
      known.by.add(n);
      senders.set(id, known);
    }
  });
  const free = SPARE.filter((code) => !sent.has(code));
  return [...senders.values()]
    .filter(({ by }) => by.size > 1)
    .map(({ codes, by }) => {
      const names = [...by].map((n) => plugged[n]?.name ?? '');
      const profile = plugged[[...by][0] ?? 0]?.profile;
      return {
        codes,
        senders: names,
        instead: free.slice(0, 4),
        said: `${names.join(' and ')} both send ${profile ? chordTitle(codes, profile) : codes.join('+')}`,
      };
    });
}
