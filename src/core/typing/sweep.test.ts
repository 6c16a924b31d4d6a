/** Takes under other settings: what a sweep says is what each setting would have given, and what it suggests is as good as there is. */
import { beforeAll, describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { PROMPT_BOOK } from '../../../demo';
import { LETTERS_AND_SIGNS } from '../../../tests/making/texts';
import { profileOf, run } from '../../../tests/making/randomRuns';
import { sketchProfile } from '../../../tests/making/sketch';
import { runs, seed } from '../../../tests/runs';
import { mustBeSound, type Sound } from '../check';
import { isEdgeLine, isOfLamp, lampOf, replay, type Sample } from '../engine';
import { seeded } from '../hands';
import { bringHosts, hostLayout, HostText } from '../hosts';
import { mergeTiming, type Actuation } from '../profile';
import { distance } from './distance';
import { settingAt, sizeOf, usualGrid, type Grid } from './grid';
import { isMeasured, rankOf } from './playing';
import { frontOf, suggestionOf } from './suggestion';
import { joined, sweep, Trial, triedAt, WHOLE, type Part, type Swept } from './sweep';
import { TokenNumbers, tokensOf } from './tokens';
import { tuningOf } from './tuning';
import { typed, USUAL_TYPIST } from './typist';

beforeAll(() => bringHosts());

const ROW = 'ASDFJKL';
const HOLDS = ['Meta', 'Alt', 'Ctrl', 'Shift', 'Shift', 'Ctrl', 'Alt'];
/** The home row holds modifiers. */
const homeRow = (): Sound =>
  mustBeSound(
    sketchProfile({ Base: Object.fromEntries([...ROW].map((key, n) => [key, `tap ${key}, hold ${HOLDS[n]}`])) }),
  );

/** All of a generator that matters here: what it returns. */
function whole(trial: Trial, grid: Grid, part: Part = WHOLE): Swept {
  const steps = sweep(trial, grid, part);
  let step = steps.next();
  while (!step.done) step = steps.next();
  return step.value;
}

/** What a host shows, by replaying with nothing clever. */
function plainLine(sound: Sound, samples: readonly Sample[]): string {
  const host = new HostText(hostLayout(sound.profile.hostLayout), Infinity);
  const lamps = samples.filter(isOfLamp);
  for (const line of replay(sound.program, samples)) {
    if (!isEdgeLine(line)) continue;
    while (lamps[0] && lamps[0].tUs <= line.t) {
      const said = lamps.shift()!;
      host.light(lampOf(said)!, said.depthUm > 0);
    }
    host.edge(line.edge === 'down', line.code, line.t);
  }
  return host.line();
}

describe('a take under a setting', () => {
  test('brings what a plain replay brings, whatever the profile and the fingers', () => {
    fc.assert(
      fc.property(run, ({ ...given }) => {
        const profile = profileOf(given);
        const samples = given.samples.filter((sample) => !isOfLamp(sample));
        const trial = new Trial(mustBeSound(profile), samples, '');
        for (const interrupt of ['nested', 'any'] as const) {
          const timing = mergeTiming(profile.timing, { interrupt, holdAfterMs: 150 });
          expect(trial.result({ timing, travel: profile.travel.board }).text).toBe(
            plainLine(mustBeSound({ ...profile, timing }), samples),
          );
        }
      }),
      { numRuns: runs(40) },
    );
  });

  test('dead keys, lamps and what is taken back come as on a host', () => {
    const sound = mustBeSound({ ...sketchProfile({ Base: { A: 'tap A, hold Shift' } }), hostLayout: 'de' });
    const press = (key: string, tUs: number): Sample[] => [
      { tUs, key, depthUm: 4000 },
      { tUs: tUs + 40_000, key, depthUm: 0 },
    ];
    const keys = [
      'Equal',
      'KeyE',
      'Equal',
      'KeyX',
      'KeyB',
      'Backspace',
      'CapsLock',
      'KeyC',
      'Equal',
      'Backspace',
      'KeyD',
    ];
    const samples = keys.flatMap((key, n) => press(key, n * 100_000));
    const trial = new Trial(sound, samples, '');
    const { text } = trial.result(trial.now);
    expect(text).toBe(plainLine(sound, samples));
    expect(text).toContain('é');
  });

  test('is measured from the finger to the host: a tap waits for its release, a plain key for nothing', () => {
    const sound = homeRow();
    const samples: Sample[] = [
      { tUs: 0, key: 'KeyB', depthUm: 4000 },
      { tUs: 50_000, key: 'KeyB', depthUm: 0 },
      { tUs: 300_000, key: 'KeyA', depthUm: 4000 },
      { tUs: 390_000, key: 'KeyA', depthUm: 0 },
    ];
    const trial = new Trial(sound, samples, 'ba');
    expect(trial.result(trial.now)).toEqual({
      ...trial.now,
      misfires: 0,
      delayMeanUs: 45_000,
      delay95Us: 90_000,
      text: 'ba',
    });
  });

  test('the value that so many do not exceed is that of the sorted row', () => {
    fc.assert(
      fc.property(fc.array(fc.integer({ min: 0, max: 50 }), { minLength: 1, maxLength: 40 }), (row) => {
        const sorted = row.toSorted((a, b) => a - b);
        expect(rankOf(Float64Array.from(row), 95)).toBe(sorted[Math.ceil(row.length * 0.95) - 1]);
      }),
    );
  });
});

describe('a sweep', () => {
  const GRID: Grid = {
    holdAfterMs: [120, 200],
    interrupt: ['nested', 'any', 'wait'],
    otherHandOnly: [false, true],
    typingGuardMs: [0, 110],
    retapMs: [0, 90, 120],
    tapGapMs: [100, 180],
  };

  test('equals single replays, setting by setting, also in parts', () => {
    const sound = homeRow();
    const samples = typed(LETTERS_AND_SIGNS.slice(0, 260), sound, seeded(seed()));
    const trial = new Trial(sound, samples, LETTERS_AND_SIGNS.slice(0, 260));
    const swept = whole(trial, GRID);
    expect(joined([whole(trial, GRID, { from: 0, step: 2 }), whole(trial, GRID, { from: 1, step: 2 })])).toEqual(swept);
    const numbers = new TokenNumbers();
    const meant = numbers.rowOf(tokensOf(LETTERS_AND_SIGNS.slice(0, 260)));
    for (let n = 0; n < sizeOf(GRID); n++) {
      const setting = settingAt(GRID, n, trial.now);
      const line = plainLine(mustBeSound({ ...sound.profile, timing: setting.timing }), samples);
      expect([n, triedAt(swept, GRID, trial.now, n)]).toEqual([
        n,
        { ...trial.outcome(setting), ...setting, misfires: distance(meant, numbers.rowOf(tokensOf(line))) },
      ]);
    }
  });

  // Another typist at each commit, and many in the hunt.
  test.each(Array.from({ length: runs(1) }, (_, n) => n + 1))(
    'suggests what lies within 5 %% of the best of all settings, quickest first (typist %i)',
    (nth) => {
      const sound = homeRow();
      const chance = seeded(seed() + nth);
      const samples = typed(LETTERS_AND_SIGNS, sound, chance);
      const trial = new Trial(sound, samples, LETTERS_AND_SIGNS);
      const grid = usualGrid(sound.profile);
      const swept = whole(trial, grid);
      const now = trial.result(trial.now);
      const fewest = Math.min(now.misfires, ...swept.misfires);
      const suggested = suggestionOf(swept, grid, now);
      expect(suggested.misfires).toBeLessThanOrEqual(fewest * 1.05);
      expect(suggested.misfires).toBeLessThanOrEqual(now.misfires);
      const front = frontOf(swept, grid, now);
      for (let n = 0; n < sizeOf(grid); n++) {
        const [misfires, delay] = [swept.misfires[n]!, swept.delayMeanUs[n]!];
        expect(front.some((one) => one.misfires <= misfires && one.delayMeanUs <= delay)).toBe(true);
        if (misfires <= fewest * 1.05) expect(suggested.delayMeanUs).toBeLessThanOrEqual(delay);
      }
      front.slice(1).forEach((one, n) => {
        expect(one.delayMeanUs).toBeGreaterThan(front[n]!.delayMeanUs);
        expect(one.misfires).toBeLessThan(front[n]!.misfires);
      });
    },
  );

  describe('over depths', () => {
    const TEXT = 'lower the house lights, then play the rain and hold it';
    const BOARD_UM = 4000;
    /** Presses that go down to 2.8 mm in 20 ms and up again; before every fifth of them the key beside it is brushed, to 1.7 mm. */
    const brushing = (sound: Sound): Sample[] => {
      const plain = typed(TEXT, sound, seeded(seed()), { ...USUAL_TYPIST, gap: { mean: 220, spread: 20 }, lingers: 0 });
      const slope = ({ tUs, key, depthUm }: Sample): Sample[] =>
        [0, 1, 2, 3, 4].map((step) => ({
          tUs: tUs + step * 5000,
          key,
          depthUm: Math.round(depthUm > 0 ? 700 * step : 700 * (4 - step)),
        }));
      const brushes = plain
        .filter(({ depthUm }) => depthUm === BOARD_UM)
        .flatMap(({ tUs }, n): Sample[] =>
          n % 5 > 0
            ? []
            : [
                { tUs: tUs - 60_000, key: 'KeyQ', depthUm: 600 },
                { tUs: tUs - 50_000, key: 'KeyQ', depthUm: 1700 },
                { tUs: tUs - 30_000, key: 'KeyQ', depthUm: 0 },
              ],
        );
      return [...plain.flatMap(slope), ...brushes].sort((a, b) => a.tUs - b.tUs);
    };
    const at = (pointUm: number): Actuation => ({ mode: 'fixed', pointUm });

    test('equals single replays, and finds the depth that a brushing finger does not reach', () => {
      const sound = homeRow();
      const samples = brushing(sound);
      expect(isMeasured(samples)).toBe(true);
      const trial = new Trial(sound, samples, TEXT);
      const grid: Grid = { holdAfterMs: [200, 300], travel: [at(1000), at(1500), at(2000), at(2600), at(3600)] };
      const swept = whole(trial, grid);
      expect(swept.misfires).toHaveLength(10);
      for (let n = 0; n < sizeOf(grid); n++) {
        const setting = settingAt(grid, n, trial.now);
        const { travel } = sound.profile;
        const alone = mustBeSound({
          ...sound.profile,
          timing: setting.timing,
          travel: { ...travel, board: setting.travel },
        });
        expect([n, trial.result(setting).text]).toEqual([n, plainLine(alone, samples)]);
        expect([n, triedAt(swept, grid, trial.now, n)]).toEqual([n, { ...setting, ...trial.outcome(setting) }]);
      }
      const { travel, misfires } = suggestionOf(swept, grid, trial.result(trial.now));
      expect([travel, misfires]).toEqual([at(2000), 0]);
      expect(trial.outcome(trial.now).misfires).toBeGreaterThan(5);
      // Deeper than any press goes nothing comes.
      expect(trial.result({ ...trial.now, travel: at(3600) }).text).toBe('');
    });

    test('a deeper key is later, counted from where the finger began', () => {
      const sound = mustBeSound(sketchProfile({ Base: { B: 'B' } }));
      const samples: Sample[] = [0, 500, 1000, 1500, 2000, 2500, 3000, 3500, 0].map((depthUm, n) => ({
        tUs: 100_000 + n * 4000,
        key: 'KeyB',
        depthUm,
      }));
      const trial = new Trial(sound, samples, 'b');
      const late = (pointUm: number): number => trial.outcome({ ...trial.now, travel: at(pointUm) }).delayMeanUs;
      expect([late(500), late(1000), late(2500)]).toEqual([0, 4000, 16_000]);
    });

    test('usual depths lie around the one that is set now; without measured depths none is tried', () => {
      const { profile } = homeRow();
      const { travel = [] } = usualGrid(profile, { now: at(1500), travelUm: BOARD_UM });
      expect(travel).toContainEqual(at(1500));
      expect(travel.length).toBeGreaterThan(4);
      expect(usualGrid(profile).travel).toBeUndefined();
    });
  });

  test('is surer of a suggestion the more was typed', () => {
    const sound = homeRow();
    const sure = (length: number): number => {
      const text = LETTERS_AND_SIGNS.slice(0, length);
      const trial = new Trial(sound, typed(text, sound, seeded(5)), text);
      const grid: Grid = { holdAfterMs: [120, 160, 200, 240, 300], typingGuardMs: [0, 90, 150] };
      return tuningOf(trial, grid, whole(trial, grid), seeded(1)).sure;
    };
    expect(sure(1500)).toBeGreaterThanOrEqual(sure(60));
    expect(sure(1500)).toBeGreaterThan(0.8);
  });
});

test('a typist writes on layers, with gestures, and what was meant comes when nothing lingers', () => {
  const sound = mustBeSound(PROMPT_BOOK);
  const text = 'Lower the house lights (to 40), then play "rain" & hold; go!';
  const calm = {
    tap: { mean: 60, spread: 0 },
    gap: { mean: 600, spread: 0 },
    lead: { mean: 500, spread: 0 },
    tail: { mean: 60, spread: 0 },
    lingers: 0,
    lingering: { mean: 0, spread: 0 },
  };
  const samples = typed(text, sound, seeded(1), calm);
  const trial = new Trial(sound, samples, text);
  expect(trial.result(trial.now)).toMatchObject({ misfires: 0, text });
});
