/** Sentences with numbers on the page, and what they must be, counted here from the model and not by the functions that say them. */
import type { Page } from 'puppeteer-core';
import type { Macro, Profile, Score } from '../src/core/profile';

const many = (n: number, one: string): string => `${n} ${one}${n === 1 ? '' : 's'}`;

const eventsOf = (score: Score | undefined): number => score?.events.length ?? 0;
function eventsOfRun({ onPress, repeat, onRelease, run }: Macro): number {
  const rounds = run.kind === 'times' ? run.times : 1;
  return eventsOf(onPress) + rounds * eventsOf(repeat) + eventsOf(onRelease);
}

/** What stands where on a bench: a selector, and the beginning of each text that it must show, in the order of the page. */
type Fact = { at: string; says: readonly string[] };

/** The facts of a profile on one of its benches. */
export function factsOf(profile: Profile, bench: string): Fact[] {
  const { layers, macros, joints } = profile;
  switch (bench) {
    case 'layout':
      return [
        {
          at: '.rung-count',
          says: layers
            .toReversed()
            .map(({ keys }) => many(Object.values(keys).filter(({ does }) => does.kind !== 'pass').length, 'key')),
        },
      ];
    case 'macros':
      return [
        {
          at: '.macro-item > .soft:first-of-type',
          says: macros.map((macro) => `${many(eventsOfRun(macro), 'event')} ·`),
        },
      ];
    case 'device':
      return (
        [
          ['layers', layers.length],
          ['joint presses', joints.length],
          ['macros', macros.length],
        ] as const
      ).map(([what, n]) => ({ at: `.room svg[aria-label$=" ${what}"] + .mono`, says: [`${n} of`] }));
    default:
      return [];
  }
}

/** What the page says otherwise than the profile is; empty when all of it is true. */
export async function untrue(page: Page, profile: Profile, bench: string): Promise<string[]> {
  const found: string[] = [];
  for (const { at, says } of factsOf(profile, bench)) {
    const isThere = (): Promise<boolean> =>
      page.evaluate(
        (selector, wanted) => {
          const shown = [...document.querySelectorAll(selector)].map((one) => one.textContent ?? '');
          return shown.length === wanted.length && wanted.every((text, n) => shown[n]?.startsWith(text));
        },
        at,
        says,
      );
    // What is worked out beside the page comes a moment later.
    for (let n = 0; n < 20 && !(await isThere()); n++) await new Promise((resolve) => setTimeout(resolve, 100));
    if (!(await isThere()))
      found.push(
        `${bench} ${at}: ${JSON.stringify(await page.$$eval(at, (all) => all.map((one) => one.textContent)))} is not ${JSON.stringify(says)}`,
      );
  }
  return found;
}
