/** `conform`: puts any program that speaks the link over standard input and output through the cases, and says which hold. */
import { HARROW_64 } from '../../core/board';
import { FaultyWay, seededChance, type KeyboardClient } from '../../core/device';
import { isIntact, REFUSAL, ReportReader, ReportWriter, REQUEST, TRACE, WORKING } from '../../core/device/linkReports';
import { hexOf as lampHex } from '../../core/lamps';
import { pageOf, idOf, usageOf, usageOfCode, BUTTON_PAGE } from '../../core/codes';
import { BadInput, FOUND } from '../io';
import {
  bytesOf,
  fieldsOf,
  hexOf,
  loadCases,
  type EngineCase,
  type LampCase,
  type LinkCase,
  type LinkStep,
} from './cases';
import { processWire, Program } from './program';

const ANSWERS_WITHIN_MS = 5000;
/** A program may take its time until it runs; only then does its speed count. */
const STARTS_WITHIN_MS = 30_000;
/** Nothing comes back, as far as can be told. */
const SILENT_MS = 250;
const YES_WITHIN_MS = 30_000;
const FAULT_SEEDS = [1, 2, 3, 4, 5, 6];
const FAULT_RATE = 0.05;

/** What does not hold, as a sentence; undefined when all does. */
type Outcome = string | undefined;

/** A program that does not answer its first hello answers nothing: the other cases are not tried. */
class Unanswered extends Error {
  constructor(
    readonly isStarted: boolean,
    why: string,
  ) {
    super(why);
  }
}

const NAMES = new Map<number, string>(Object.entries(REQUEST).map(([name, kind]) => [kind, name]));

/** How a request is called in sentences: as in docs/formats/link.md. */
const nameOfRequest = (kind: number, sequence: number): string =>
  `request ${NAMES.get(kind) ?? `of kind ${kind}`} (number ${sequence})`;
type Start = () => Program;

function reportOf({ send }: LinkStep): Uint8Array {
  const report = new ReportWriter(send.kind, send.sequence, send.session).raw(bytesOf(send.fields)).sealed();
  if (!send.isDamaged) return report;
  const damaged = report.slice();
  damaged[20] = (damaged[20] ?? 0) ^ 0x04;
  return damaged;
}

/** The next report that answers a sequence number; what the keyboard tells unasked is passed over. */
async function answerTo(program: Program, sequence: number, withinMs: number): Promise<ReportReader | undefined> {
  const fromMs = performance.now();
  for (;;) {
    const report = await program.next(program.left(fromMs, withinMs));
    if (!report) return undefined;
    const reader = new ReportReader(report);
    const isAnswer = isIntact(report) && reader.kind >= 0x80 && reader.kind !== WORKING;
    if (isAnswer && reader.sequence === sequence) return reader;
  }
}

async function refusalText(program: Program, first: ReportReader): Promise<string> {
  let [, count, text] = [first.u8(), first.u8(), first.text()];
  for (; count > 1; count--) {
    const more = await answerTo(program, first.sequence, ANSWERS_WITHIN_MS);
    if (!more) return text;
    more.u16();
    text += more.text();
  }
  return text;
}

async function step(program: Program, one: LinkStep): Promise<Outcome> {
  const { send, answer } = one;
  const name = nameOfRequest(send.kind, send.sequence);
  for (let n = 0; n < send.times; n++) {
    program.send(reportOf(one));
    if (answer === null) {
      const got = await answerTo(program, send.sequence, SILENT_MS);
      if (got) return `${name}: something came back where nothing should`;
      continue;
    }
    const withinMs = program.hasSpoken ? ANSWERS_WITHIN_MS : STARTS_WITHIN_MS;
    const got = await answerTo(program, send.sequence, withinMs);
    if (!got && !program.hasSpoken)
      throw new Unanswered(program.end?.is !== 'notStarted', `${name}: ${program.whySilent(withinMs)}`);
    if (!got) return `${name}: ${program.whySilent(withinMs)}`;
    if ('refusal' in answer) {
      if (got.kind !== REFUSAL) return `${name}: it was carried out`;
      await refusalText(program, got);
    } else {
      if (got.kind === REFUSAL) return `${name}: refused: ${await refusalText(program, got)}`;
      const fields = hexOf(got.bytes.subarray(6, 60));
      if (!fields.startsWith(answer.fields))
        return `${name}: ${fields.slice(0, answer.fields.length)}, not ${answer.fields}`;
    }
  }
  return undefined;
}

async function linkCase(start: Start, { steps, asksYes }: LinkCase): Promise<Outcome> {
  const program = start();
  try {
    for (const one of steps) {
      const outcome = await step(program, one);
      if (outcome) return outcome;
      if (asksYes && one.send.kind === REQUEST.hello) {
        const refused = await untilYes(program, one.send.session);
        if (refused) return refused;
      }
    }
    return undefined;
  } finally {
    program.stop();
  }
}

/** Says hello, again and again to a program that is still starting. @throws LinkError */
async function greet(program: Program, client: KeyboardClient): Promise<void> {
  const fromMs = performance.now();
  for (;;) {
    try {
      await client.hello();
      return;
    } catch (error) {
      if (program.hasSpoken) throw error;
      if (program.end || program.left(fromMs, STARTS_WITHIN_MS) === 0)
        throw new Unanswered(program.end?.is !== 'notStarted', `request hello: ${program.whySilent(STARTS_WITHIN_MS)}`);
    }
  }
}

/** Asks for the yes until somebody has said it. */
async function untilYes(program: Program, session: number): Promise<Outcome> {
  const fromMs = performance.now();
  for (let n = 0; program.left(fromMs, YES_WITHIN_MS) > 0; n++) {
    const sequence = 100 + n;
    program.send(new ReportWriter(REQUEST.leave, sequence, session).sealed());
    const got = await answerTo(program, sequence, ANSWERS_WITHIN_MS);
    if (!got) return `${nameOfRequest(REQUEST.leave, sequence)}: ${program.whySilent(ANSWERS_WITHIN_MS)}`;
    if (got.kind === (REQUEST.leave | 0x80) && got.u8() === 0) return undefined;
    await program.wait(100);
  }
  return 'nobody said yes within 30 s; a program under test says it by itself, or a person presses its key';
}

const sentence = (error: unknown): string => (error instanceof Error ? error.message : String(error));

/** What went wrong while a program was asked: that it has ended, before what came of that. */
function failureOf(error: unknown, program: Program): string {
  if (error instanceof Unanswered) throw error;
  return program.end ? program.whySilent(ANSWERS_WITHIN_MS) : sentence(error);
}

async function imageCase(start: Start, image: Uint8Array, isTaken: boolean): Promise<Outcome> {
  const program = start();
  const client = program.client();
  try {
    await greet(program, client);
    await client.save(0, image);
    return isTaken ? undefined : 'it was taken';
  } catch (error) {
    if (error instanceof Unanswered) throw error;
    if (isTaken) return `it was not taken: ${failureOf(error, program)}`;
    const held = await client.slotInfo(0).catch(() => undefined);
    return held?.state === 'empty' ? undefined : 'it was refused, and the memory has changed';
  } finally {
    program.stop();
  }
}

/** What must come and what came: the first that differs, as a sentence. */
function difference<One extends string | number[]>(what: string, wanted: readonly One[], got: readonly One[]): Outcome {
  const said = (one: One | undefined): string => (typeof one === 'object' ? one.join(' ') : (one ?? 'nothing'));
  const wrong = wanted.findIndex((one, n) => said(one) !== said(got[n]));
  if (wrong >= 0) return `${what} ${wrong + 1}: ${said(got[wrong])}, not ${said(wanted[wrong])}`;
  return got.length > wanted.length
    ? `${what} ${wanted.length + 1}: ${said(got[wanted.length])}, not nothing`
    : undefined;
}

async function engineCase(
  start: Start,
  { image, strokes, lamps, untilUs, edges, moves, told: wanted }: EngineCase,
): Promise<Outcome> {
  const program = start();
  const traced: string[] = [];
  const client = program.client((report, deliver) => {
    if (report[0] === TRACE) traced.push(fieldsOf(report));
    deliver(report);
  });
  const got: EngineCase['edges'] = [];
  const moved: EngineCase['moves'] = [];
  try {
    await greet(program, client);
    await client.save(0, bytesOf(image));
    await client.playStart(
      { keyIds: HARROW_64.keys.map(({ id }) => id), layerIds: [], jointIds: [] },
      (line) => {
        if ('move' in line) moved.push([line.t, line.move.dx, line.move.dy]);
        if (!('edge' in line)) return;
        const button = /^button:(\d+)$/.exec(line.code)?.[1];
        const usage = button ? usageOf(BUTTON_PAGE, Number(button)) : (usageOfCode(line.code) ?? 0);
        got.push([line.t, line.edge === 'down' ? 1 : 0, pageOf(usage), idOf(usage)]);
      },
      () => undefined,
    );
    const told: Promise<void>[] = [];
    let next = 0;
    for (const [tUs, key, depthUm] of strokes) {
      for (let lamp = lamps[next]; lamp && lamp[0] <= tUs; lamp = lamps[++next]) told.push(client.hostLamps(...lamp));
      client.finger(tUs, key, depthUm);
    }
    await Promise.all(told);
    for (let tUs = strokes.at(-1)?.[0] ?? 0; tUs < untilUs;) client.clock((tUs = Math.min(untilUs, tUs + 100_000)));
    // What is asked after all this is answered after all this.
    await client.hello();
    return (
      difference('edge', edges, got) ??
      difference('movement', moves, moved) ??
      (wanted && difference('trace report', wanted, traced))
    );
  } catch (error) {
    return failureOf(error, program);
  } finally {
    program.stop();
  }
}

async function lampCase(start: Start, { image, steps }: LampCase): Promise<Outcome> {
  const program = start();
  const client = program.client();
  const shown = new Map<number, string>();
  try {
    await greet(program, client);
    await client.save(0, bytesOf(image));
    await client.playStart(
      { keyIds: [], layerIds: [], jointIds: [] },
      () => undefined,
      () => undefined,
    );
    await client.watchLamps(({ from, keys }) =>
      keys.forEach(({ color, pulses }, n) =>
        shown.set(from + n, `${color < 0 ? 'dark' : lampHex(color)}${pulses ? ' pulses' : ''}`),
      ),
    );
    for (const [n, { strokes, lamps, untilUs, shows }] of steps.entries()) {
      for (const lamp of lamps) await client.hostLamps(...lamp);
      for (const stroke of strokes) client.finger(...stroke);
      client.clock(untilUs);
      await client.hello();
      const outcome = difference(
        `step ${n + 1}, lamp`,
        shows.map(([key, what]) => `${HARROW_64.keys[key]?.id ?? key} ${what}`),
        shows.map(([key]) => `${HARROW_64.keys[key]?.id ?? key} ${shown.get(key) ?? 'not told'}`),
      );
      if (outcome) return outcome;
    }
    return undefined;
  } catch (error) {
    return failureOf(error, program);
  } finally {
    program.stop();
  }
}

async function faultCase(start: Start, image: Uint8Array, seed: number): Promise<Outcome> {
  const program = start();
  const chance = seededChance(seed);
  const rates = { drop: FAULT_RATE, double: FAULT_RATE, delay: FAULT_RATE, flip: FAULT_RATE };
  let isSound = false;
  const client = program.client((report, deliver) => {
    if (isSound) deliver(report);
    else new FaultyWay(() => rates, chance, program.after, deliver).pass(report);
  });
  try {
    await greet(program, client);
    await client.save(1, image);
    isSound = true;
    const held = await client.read(1);
    return held && hexOf(held) === hexOf(image) ? undefined : 'it was said to be saved, and something else is there';
  } catch (error) {
    return failureOf(error, program);
  } finally {
    program.stop();
  }
}

/** The cases whose names hold a word. */
async function casesWith(start: Start, only: string): Promise<[name: string, run: () => Promise<Outcome>][]> {
  const { link, images, engine, lamps } = await loadCases();
  const whole = images.find(({ isTaken }) => isTaken);
  const all: [name: string, run: () => Promise<Outcome>][] = [
    ...link.map((one): (typeof all)[number] => [`link: ${one.name}`, () => linkCase(start, one)]),
    ...images.map(({ name, image, isTaken }): (typeof all)[number] => [
      `image: ${name}`,
      () => imageCase(start, bytesOf(image), isTaken),
    ]),
    ...engine.map((one): (typeof all)[number] => [`engine: ${one.name}`, () => engineCase(start, one)]),
    ...lamps.map((one): (typeof all)[number] => [`lamps: ${one.name}`, () => lampCase(start, one)]),
    ...FAULT_SEEDS.map((seed): (typeof all)[number] => [
      `faults: a save over a bad cable, seed ${seed}`,
      () => faultCase(start, bytesOf(whole?.image ?? ''), seed),
    ]),
  ];
  return all.filter(([name]) => name.includes(only));
}

/** Puts a program through the cases, a line for each. @param start starts it anew */
export async function* conform(start: Start, only: string): AsyncGenerator<string, number> {
  const cases = await casesWith(start, only);
  if (cases.length === 0) throw new BadInput(`--only: no case has “${only}” in its name`);
  let held = 0;
  let failed = 0;
  for (const [name, run] of cases) {
    let outcome: Outcome;
    try {
      outcome = await run();
    } catch (error) {
      if (!(error instanceof Unanswered)) throw error;
      if (!error.isStarted) throw new BadInput(error.message);
      const left = cases.length - held - failed - 1;
      yield `FAILS  ${name}: ${error.message}\n${held} hold, ${failed + 1} fail, ${left} not tried\n`;
      return FOUND;
    }
    if (outcome === undefined) held++;
    else failed++;
    yield outcome === undefined ? `holds  ${name}\n` : `FAILS  ${name}: ${outcome}\n`;
  }
  yield `${held} hold, ${failed} fail\n`;
  return failed > 0 ? FOUND : 0;
}

export async function* conformCommand(
  [command, ...args]: readonly string[],
  { only = '' }: { only?: string } = {},
): AsyncGenerator<string, number> {
  if (command === undefined) throw new BadInput('conform needs a program: conform -- PROGRAM ...');
  return yield* conform(() => new Program(processWire(command, args)), only);
}
