/** Both ends of the link over cables that are not sound, in a time of their own: nothing waits for ever, nothing wrong is taken for right. */
import { describe, expect, test } from '@jest/globals';
import { runs, seed } from '../../../tests/runs';
import { KeyboardClient, LinkError, type Transport } from '.';
import { Answers } from './answers';
import { seededChance, type Faults } from './faults';
import { ANSWER_BIT, isIntact, REFUSAL, ReportReader, ReportWriter, REQUEST } from './linkReports';
import { PretendTime, TestBench } from './pretend';
import { encodeImage } from '../image';
import { mustBeSound } from '../check';
import { plainProfile } from '../profile';
import { HARROW_64 } from '../board';

const imageNamed = (name: string): Uint8Array =>
  encodeImage(mustBeSound(plainProfile(HARROW_64, 'p', name)), { withoutNames: false });

const RUNS = Math.ceil(runs(150) / 25) * 25;
const SEED = seed();

describe('over a cable that is not sound', () => {
  test(`${RUNS} transfers with up to 5 % of each fault: none hangs, and what is said to be saved is saved`, async () => {
    const images = Array.from({ length: 40 }, (_, n) => imageNamed(`Profile number ${n} ${'x'.repeat(n)}`));
    const outcomes = new Map<string, number>();
    const transfersABench = 25;
    for (let run = 0; run < RUNS; run += transfersABench) {
      const first = SEED * 1_000_003 + run;
      const bench = new TestBench(HARROW_64, undefined, first);
      const chance = seededChance(first + 1);
      let slotHolds: Uint8Array | undefined;
      let session = 1;
      let { client } = bench.plugIn(session);
      for (let n = 0; n < transfersABench; n++) {
        const rate = (): number => chance() * 0.05;
        bench.faults = { drop: rate(), double: rate(), delay: rate(), flip: rate() };
        const image = images[Math.floor(chance() * images.length)]!;
        // Now and then the cable is pulled while it goes on, or the page begins anew.
        const pullAtMs = chance() < 0.05 ? chance() * 800 : undefined;
        let unplug = (): void => undefined;
        if (n === 0 || pullAtMs !== undefined) {
          const fresh = bench.plugIn(++session);
          client = fresh.client;
          ({ unplug } = fresh);
          await bench.time.until(client.hello());
        }
        if (pullAtMs !== undefined) bench.time.after(pullAtMs, () => unplug());
        let outcome: string;
        try {
          await bench.time.until(client.save(0, image));
          outcome = 'saved';
        } catch (error) {
          if (!(error instanceof LinkError))
            throw new Error(`seed ${SEED}, run ${run}, transfer ${n}`, { cause: error });
          outcome = error.message.replace(/\d+/g, 'n');
        }
        outcomes.set(outcome, (outcomes.get(outcome) ?? 0) + 1);
        bench.faults = { drop: 0, double: 0, delay: 0, flip: 0 };
        const look = bench.plugIn(++session).client;
        await bench.time.until(look.hello());
        const held = await bench.time.until(look.read(0));
        const isNew = held !== undefined && Buffer.from(held).equals(image);
        const isOld =
          slotHolds === undefined ? held === undefined : held !== undefined && Buffer.from(held).equals(slotHolds);
        if (outcome === 'saved' ? !isNew : !isNew && !isOld)
          throw new Error(`seed ${SEED}, run ${run}, transfer ${n}: ${outcome}, but the keyboard holds something else`);
        if (outcome.includes('keeps what it had') && !isOld)
          throw new Error(`seed ${SEED}, run ${run}, transfer ${n}: it said ${outcome}`);
        slotHolds = held;
        if (pullAtMs !== undefined) {
          client = bench.plugIn(++session).client;
          await bench.time.until(client.hello());
        }
      }
    }
    // Nearly all end in success, and whatever does not is a sentence.
    expect((outcomes.get('saved') ?? 0) / RUNS).toBeGreaterThan(0.93);
    expect([...outcomes.keys()].filter((outcome) => outcome === '')).toEqual([]);
  });

  test.each<[string, Faults]>([
    ['half of all is lost', { drop: 0.5, double: 0, delay: 0, flip: 0 }],
    ['everything comes twice', { drop: 0, double: 1, delay: 0, flip: 0 }],
    ['half comes late', { drop: 0, double: 0, delay: 0.5, flip: 0 }],
    ['a third is damaged', { drop: 0, double: 0, delay: 0, flip: 0.33 }],
  ])('%s: it is saved all the same', async (_what, faults) => {
    const bench = new TestBench();
    const { client } = await bench.connected();
    bench.faults = faults;
    await bench.time.until(client.save(1, imageNamed('A')));
    expect(bench.kept).toBe(1);
    expect(client.resent > 0 || faults.double === 1).toBe(true);
  });

  test('a silent keyboard is given up after three seconds, and the page says that it does not know', async () => {
    const bench = new TestBench();
    const { client } = await bench.connected();
    bench.faults = { drop: 1, double: 0, delay: 0, flip: 0 };
    await expect(bench.time.until(client.save(0, imageNamed('A')))).rejects.toThrow(
      'the keyboard did not answer within 3 s. What it holds can be told when it answers again',
    );
    expect(bench.time.nowMs).toBeLessThan(10_000);
  });

  test('one that says it is working is waited for, and carries it out once', async () => {
    const done: (() => void)[] = [];
    const bench = new TestBench(HARROW_64, undefined, 1, { keep: (finish) => done.push(() => finish()) });
    const { client } = await bench.connected();
    bench.time.after(8000, () => done.splice(0).forEach((finish) => finish()));
    await bench.time.until(client.save(0, imageNamed('A')));
    expect(bench.time.nowMs).toBeGreaterThanOrEqual(8000);
    expect(done).toEqual([]);
  });
});

describe('the answering end', () => {
  const asked = (kind: number, sequence: number, session: number): ReportReader =>
    new ReportReader(new ReportWriter(kind, sequence, session).sealed());

  test('a request is new once; then its answer is given again, or that it is being worked on', () => {
    const sent: number[] = [];
    const answers = new Answers((report) => sent.push(report[0]!));
    expect(answers.meet(asked(REQUEST.select, 1, 5))).toBe('no session');
    expect(answers.meet(asked(REQUEST.hello, 1, 5))).toBe('new');
    answers.answer(1, new ReportWriter(0x81, 1, 5));
    expect(answers.meet(asked(REQUEST.select, 2, 5))).toBe('new');
    expect(answers.meet(asked(REQUEST.select, 2, 5))).toBe('seen');
    answers.refuse(2, 'x'.repeat(60));
    expect(answers.meet(asked(REQUEST.select, 2, 5))).toBe('seen');
    expect(answers.meet(asked(REQUEST.hello, 1, 5))).toBe('seen');
    expect(sent).toEqual([0x81, 0xfd, REFUSAL, REFUSAL, REFUSAL, REFUSAL, 0x81]);
  });

  test('what is older than all that is remembered, or of another session, is dropped; so is the echo of an old hello', () => {
    const answers = new Answers(() => undefined);
    answers.meet(asked(REQUEST.hello, 1, 5));
    for (let n = 2; n < 200; n++) answers.meet(asked(REQUEST.slotInfo, n, 5));
    expect(answers.meet(asked(REQUEST.select, 3, 5))).toBe('stale');
    expect(answers.meet(asked(REQUEST.select, 205, 5))).toBe('new');
    expect(answers.meet(asked(REQUEST.select, 203, 5))).toBe('new');
    expect(answers.meet(asked(REQUEST.select, 206, 6))).toBe('stale');
    expect(answers.meet(asked(REQUEST.hello, 1, 6))).toBe('new');
    expect(answers.meet(asked(REQUEST.hello, 1, 5))).toBe('stale');
    expect(answers.meet(asked(REQUEST.select, 207, 5))).toBe('stale');
  });

  test('numbers go on behind 65535', () => {
    const answers = new Answers(() => undefined);
    answers.meet(asked(REQUEST.hello, 65_530, 5));
    expect(answers.meet(asked(REQUEST.select, 2, 5))).toBe('new');
    expect(answers.meet(asked(REQUEST.select, 65_535, 5))).toBe('new');
    expect(answers.meet(asked(REQUEST.select, 65_400, 5))).toBe('stale');
  });

  test('fingers that come late, or twice, are not moved again', () => {
    const answers = new Answers(() => undefined);
    answers.meet(asked(REQUEST.hello, 1, 5));
    expect([10, 12, 11, 12, 13].map((n) => answers.isNews(asked(REQUEST.finger, n, 5)))).toEqual([
      true,
      true,
      false,
      false,
      true,
    ]);
    expect(answers.isNews(asked(REQUEST.finger, 14, 4))).toBe(false);
  });
});

describe('a keyboard that answers badly', () => {
  type Answer = (request: ReportReader) => Uint8Array | undefined;
  async function reading(answer: Answer): Promise<string> {
    const time = new PretendTime();
    const transport: Transport = {
      send: (report) => {
        const request = new ReportReader(report);
        const said = answer(request);
        if (said) time.after(0, () => transport.onReport(said));
      },
      close: () => undefined,
      onReport: () => undefined,
      onClose: () => undefined,
    };
    const client = new KeyboardClient(transport, time.after);
    return time.until(client.read(0)).then(
      (bytes) => `${bytes?.length} bytes`,
      (error: Error) => error.message,
    );
  }
  const to = (request: ReportReader, kind = request.kind | ANSWER_BIT): ReportWriter =>
    new ReportWriter(kind, request.sequence, request.session);
  const info: Answer = (request) =>
    request.kind === REQUEST.slotInfo ? to(request).u32(60).u32(1).u8(1).sealed() : undefined;

  test.each<[string, Answer, string]>([
    ['another piece', (r) => info(r) ?? to(r).u32(7).u8(48).sealed(), 'another piece than was asked for'],
    ['a piece of the wrong length', (r) => info(r) ?? to(r).u32(0).u8(9).sealed(), 'another piece'],
    ['other bytes than announced', (r) => info(r) ?? to(r).u32(0).u8(48).sealed(), 'another piece'],
    ['an answer of another kind', (r) => to(r, 0x99).sealed(), 'did not answer'],
    [
      'an answer of another session',
      (r) => new ReportWriter(r.kind | ANSWER_BIT, r.sequence, 77).sealed(),
      'did not answer',
    ],
    ['a damaged answer', (r) => to(r).u32(1).sealed().with(9, 3), 'did not answer'],
    ['a report that is too short', () => new Uint8Array(10), 'did not answer'],
    [
      'a no whose second half never comes',
      (r) => to(r, REFUSAL).u8(0).u8(2).text('because').sealed(),
      'did not answer',
    ],
    ['a no', (r) => to(r, REFUSAL).u8(0).u8(1).text('because').sealed(), 'because'],
  ])('%s', async (_what, answer, outcome) => expect(await reading(answer)).toContain(outcome));

  test('a report carries its checksum', () => {
    const report = new ReportWriter(1, 2, 3).text('hello').sealed();
    expect(isIntact(report)).toBe(true);
    for (let bit = 0; bit < 512; bit++) {
      const damaged = report.slice();
      damaged[bit >> 3]! ^= 1 << (bit & 7);
      expect(isIntact(damaged)).toBe(false);
    }
  });
});
