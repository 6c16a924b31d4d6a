/** What the keyboard is told while windows come and go. */
import { expect, test } from '@jest/globals';
import { SHOW_DESK } from '../../demo';
import { neverReached, ruleFor, rulesSchema, type Rule } from '../core/hostSide';
import { Follower, type Seen } from './front';

const wait = (ms: number): Promise<void> => new Promise((resolve) => setTimeout(resolve, ms));
const ODD = 'Mixer "live"\n; $(x)';
const RULES: Rule[] = [
  { name: 'Odd', program: ODD, wants: { do: 'slot', slot: 3 } },
  { name: 'Sounds', program: 'Faders', wants: { do: 'slot', slot: 2 } },
  { name: 'Show', program: 'cueing', wants: { do: 'layer', layer: 'CUES' } },
  { name: 'Quiet', program: 'Ledger', title: 'act 2', wants: { do: 'nothing' } },
  { name: 'Gone', program: 'Ledger', wants: { do: 'layer', layer: 'No such layer' } },
];

function world(): {
  inFront: (program: string | null, title?: string) => void;
  told: string[];
  seen: Seen[];
  titles: string[];
  follower: Follower<{ program: string; instance: string }>;
} {
  let now: { program: string; instance: string } | null = null;
  let nowTitle = '';
  const told: string[] = [];
  const seen: Seen[] = [];
  const titles: string[] = [];
  const follower = new Follower<{ program: string; instance: string }>(
    {
      front: () => Promise.resolve(now),
      titleOf: () => {
        titles.push(nowTitle);
        return Promise.resolve(nowTitle);
      },
    },
    {
      front: (wanted) => {
        told.push(wanted ? `${wanted.what} ${wanted.number}` : 'nothing');
        return wanted?.what === 'slot' && wanted.number === 2
          ? Promise.reject(new Error('slot 3 holds nothing'))
          : Promise.resolve();
      },
      profile: () => Promise.resolve(SHOW_DESK),
    },
    (one) => seen.push(one),
  );
  follower.follow(RULES);
  return {
    inFront: (program, title = '') => {
      now = program === null ? null : { program, instance: 'x' };
      nowTitle = title;
      follower.mayHaveChanged();
    },
    told,
    seen,
    titles,
    follower,
  };
}

test('a thousand windows in a moment are one: the last; what comes back changes nothing', async () => {
  const { inFront, told, follower } = world();
  await wait(300);
  told.length = 0;
  for (let n = 0; n < 1000; n++) inFront(n % 2 === 0 ? 'Faders' : 'Elsewhere');
  inFront('Faders');
  await wait(400);
  expect(told).toEqual(['slot 1']);
  for (let n = 0; n < 20; n++) {
    inFront(n % 2 === 0 ? 'Elsewhere' : 'Faders');
    await wait(10);
  }
  await wait(400);
  expect(told).toEqual(['slot 1']);
  follower.stop();
});

test('a slot, then a layer of the profile that was in use before; nothing again; and why something cannot be done', async () => {
  const { inFront, told, seen, titles, follower } = world();
  await wait(300);
  for (const [program, title] of [
    ['Faders'],
    ['Cueing'],
    ['Ledger', 'Act 2, scene 1'],
    ['Ledger', 'other'],
    [ODD],
    [null],
  ] as const) {
    inFront(program, title);
    await wait(300);
  }
  expect(told).toEqual(['nothing', 'slot 1', 'nothing', 'layer 1', 'nothing', 'slot 2', 'nothing']);
  expect(seen.map(({ rule, because }) => [rule, because])).toEqual([
    ['Sounds', ''],
    ['Show', ''],
    ['Quiet', ''],
    ['Gone', 'The profile in use has no layer No such layer above its base.'],
    ['Odd', 'The keyboard refused: slot 3 holds nothing.'],
    [null, ''],
  ]);
  // Only where a rule asks for it.
  expect(titles).toEqual(['Act 2, scene 1', 'other']);
  follower.stop();
});

test('the first rule that fits counts; those that never will are named; what is none is refused', () => {
  expect(ruleFor(RULES, { program: 'x', instance: 'FADERS' })?.name).toBe('Sounds');
  expect(ruleFor(RULES, null)).toBeUndefined();
  const doubled: Rule[] = [
    { name: 'a', program: 'Mixer', wants: { do: 'slot', slot: 1 } },
    { name: 'b', program: 'mixer', title: 'live', wants: { do: 'slot', slot: 2 } },
    { name: 'c', program: 'Other', title: 'live', wants: { do: 'slot', slot: 2 } },
    { name: 'd', program: 'Other', wants: { do: 'slot', slot: 2 } },
  ];
  expect(neverReached(doubled).map(({ name }) => name)).toEqual(['b']);
  for (const wrong of [
    [{ name: '', program: 'x', wants: { do: 'nothing' } }],
    [{ name: 'x', program: 'x', wants: { do: 'slot', slot: 0 } }],
    [{ name: 'x', program: 'x', wants: { do: 'start', what: 'rm' } }],
    Array.from({ length: 33 }, () => RULES[0]),
  ])
    expect(rulesSchema.safeParse(wrong).success).toBe(false);
});
