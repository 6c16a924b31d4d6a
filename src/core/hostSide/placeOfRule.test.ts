import { expect, test } from '@jest/globals';
import { placeOfRule } from './placeOfRule';
import type { Rule } from './rules';

const rule = (program: string): Rule => ({ name: program, program, wants: { do: 'slot', slot: 1 } });
const [mixer, cues, mail] = [rule('Mixer'), rule('Cues'), rule('Mail')];

test.each<[string, Rule[], number]>([
  ['where it was', [mixer, cues, mail], 1],
  ['elsewhere, when one before it went', [cues, mail], 0],
  ['elsewhere, when it was moved', [cues, mixer, mail], 0],
  ['where it was, with other words', [mixer, rule('Cue sheet'), mail], 1],
  ['nowhere, when it was taken out: not its neighbour', [mixer, mail], -1],
])('a rule that was seen second of three is %s', (_, rules, place) => {
  expect(placeOfRule(rules, cues, { place: 1, of: 3 })).toBe(place);
});
