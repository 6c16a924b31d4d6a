/**
 * Scores as bytes. A table names each key once; an event is then one number that holds the time since the event before and the
 * place in the table (time times the size of the table, plus the place), mostly two bytes. Whether a key goes down or up is
 * not written: an entry for a key turns it, and the rare event that does not has an entry of its own.
 */
import { codeOfUsage, idOf, KEYBOARD_PAGE, pageOf, usageOf, usageOfCode } from '../codes';
import { LIMITS, type Macro, type Score, type ScoreEvent } from '../profile';
import { badImage, type ByteReader, ByteWriter } from './bytes';
import { LAST_KEY_TAG, SCORE_ENTRY } from './layout';
import { isOneByte } from './parts';

const COARSE_UNIT_US = 100;
const RUN_KINDS = ['times', 'whileHeld', 'untilPressedAgain'] as const;
const MOST_EVENTS = LIMITS.scoreEvents;
const LONGEST_US = LIMITS.scoreUs.most;

/** What an event does, apart from its time, as the bytes of a table entry. */
function entryOf(event: ScoreEvent, isDown: boolean): Uint8Array {
  const out = new ByteWriter();
  if ('text' in event) return out.u8(SCORE_ENTRY.text).text(event.text).count(event.gapMs).toBytes();
  if ('wheel' in event) return out.u8(SCORE_ENTRY.wheel).u8(event.wheel.dx).u8(event.wheel.dy).toBytes();
  const turns = (event.edge === 'down') !== isDown;
  if (!turns) out.u8(event.edge === 'down' ? SCORE_ENTRY.down : SCORE_ENTRY.up);
  const usage = usageOfCode(event.code) ?? 0;
  if (isOneByte(usage)) out.u8(idOf(usage));
  else out.u8(SCORE_ENTRY.otherPage).u8(pageOf(usage)).count(idOf(usage));
  return out.toBytes();
}

/** A score whose events stand in order of time. */
export function scoreBytes(score: Score): Uint8Array {
  const events = score.events.toSorted((a, b) => a.atUs - b.atUs);
  const isFine = [score.lengthUs, ...events.map(({ atUs }) => atUs)].some((us) => us % COARSE_UNIT_US !== 0);
  const unitUs = isFine ? 1 : COARSE_UNIT_US;
  const places = new Map<string, number>();
  const table = new ByteWriter();
  const down = new Set<string>();
  const found = events.map((event) => {
    const entry = entryOf(event, 'code' in event && down.has(event.code));
    if ('code' in event) {
      if (event.edge === 'down') down.add(event.code);
      else down.delete(event.code);
    }
    const key = entry.join();
    const known = places.get(key);
    if (known !== undefined) return known;
    table.raw(entry);
    places.set(key, places.size);
    return places.size - 1;
  });
  const out = new ByteWriter().count(places.size * 2 + (isFine ? 1 : 0)).raw(table.toBytes());
  out.count(score.lengthUs / unitUs).count(events.length);
  let before = 0;
  events.forEach(({ atUs }, index) => {
    const at = atUs / unitUs;
    out.count((at - before) * places.size + (found[index] ?? 0));
    before = at;
  });
  return out.toBytes();
}

type Entry =
  { code: string; edge?: 'down' | 'up' } | { text: string; gapMs: number } | { wheel: { dx: number; dy: number } };

function readEntry(reader: ByteReader): Entry {
  const at = reader.offset;
  const tag = reader.u8();
  switch (tag) {
    case SCORE_ENTRY.text:
      return { text: reader.text(2000), gapMs: reader.count(LIMITS.gapMs.most) };
    case SCORE_ENTRY.wheel:
      return { wheel: { dx: (reader.u8() << 24) >> 24, dy: (reader.u8() << 24) >> 24 } };
    case SCORE_ENTRY.down:
      return { ...readEntryKey(reader, reader.u8()), edge: 'down' };
    case SCORE_ENTRY.up:
      return { ...readEntryKey(reader, reader.u8()), edge: 'up' };
    default:
      if (tag > LAST_KEY_TAG) throw badImage(at, `an entry of the unknown kind ${tag} in a score`);
      return readEntryKey(reader, tag);
  }
}

const readEntryKey = (reader: ByteReader, tag: number): { code: string } => ({
  code: codeOfUsage(
    tag === SCORE_ENTRY.otherPage ? usageOf(reader.u8(), reader.count(0xffff)) : usageOf(KEYBOARD_PAGE, tag),
  ),
});

export function readScore(reader: ByteReader): Score {
  const head = reader.count(MOST_EVENTS * 2 + 1);
  const unitUs = head % 2 === 1 ? 1 : COARSE_UNIT_US;
  const table = Array.from({ length: Math.floor(head / 2) }, () => readEntry(reader));
  const lengthUs = reader.count(LONGEST_US / unitUs) * unitUs;
  const count = reader.count(MOST_EVENTS);
  const down = new Set<string>();
  let at = 0;
  const events = Array.from({ length: count }, (): ScoreEvent => {
    const start = reader.offset;
    const value = reader.count();
    const entry = table[value % table.length];
    if (!entry) throw badImage(start, 'an event of a score without entries');
    at += Math.floor(value / table.length);
    const atUs = at * unitUs;
    if (!('code' in entry)) return { atUs, ...entry };
    const edge = entry.edge ?? (down.has(entry.code) ? 'up' : 'down');
    if (edge === 'down') down.add(entry.code);
    else down.delete(entry.code);
    return { atUs, edge, code: entry.code };
  });
  return { lengthUs, events };
}

/** Bits of a macro's first byte; the kind of its run stands at 3 and 4. */
const HAS_PRESS = 1;
const HAS_REPEAT = 2;
const HAS_RELEASE = 4;
const FINISHES = 32;
const LEAVES_HELD = 64;
const LIFTS = 128;

/** @param scoreNumber where a score stands among the scores that are stored once each */
export function writeMacro(out: ByteWriter, macro: Macro, scoreNumber: (score: Score) => number): void {
  const { onPress, repeat, onRelease, run } = macro;
  out.u8(
    (onPress ? HAS_PRESS : 0) |
      (repeat ? HAS_REPEAT : 0) |
      (onRelease ? HAS_RELEASE : 0) |
      (RUN_KINDS.indexOf(run.kind) << 3) |
      (macro.stop === 'finish' ? FINISHES : 0) |
      (macro.leavesHeld ? LEAVES_HELD : 0) |
      (macro.liftModifiers ? LIFTS : 0),
  );
  if (run.kind === 'times') out.count(run.times);
  out.count(macro.gapMs);
  for (const score of [onPress, repeat, onRelease]) if (score) out.count(scoreNumber(score));
}

/** A macro without its names. */
export function readMacro(reader: ByteReader, scores: readonly Score[]): Omit<Macro, 'id' | 'name'> {
  const at = reader.offset;
  const bits = reader.u8();
  const kind = RUN_KINDS[(bits >>> 3) & 3];
  if (!kind) throw badImage(at, 'a macro with an unknown way of repeating');
  const run: Macro['run'] = kind === 'times' ? { kind, times: reader.count(LIMITS.times.most) } : { kind };
  const gapMs = reader.count(LIMITS.gapMs.most);
  const part = (): Score => {
    const start = reader.offset;
    const score = scores[reader.count()];
    if (!score) throw badImage(start, 'a reference to a score that is not there');
    return score;
  };
  return {
    run,
    gapMs,
    ...(bits & HAS_PRESS && { onPress: part() }),
    ...(bits & HAS_REPEAT && { repeat: part() }),
    ...(bits & HAS_RELEASE && { onRelease: part() }),
    stop: bits & FINISHES ? 'finish' : 'now',
    leavesHeld: (bits & LEAVES_HELD) !== 0,
    liftModifiers: (bits & LIFTS) !== 0,
  };
}

/** How many bytes a macro takes in an image, its names left out; scores that others share count in full. */
export function macroBytes(macro: Macro): number {
  const scores = [macro.onPress, macro.repeat, macro.onRelease].flatMap((score) => (score ? [scoreBytes(score)] : []));
  const out = new ByteWriter();
  writeMacro(out, macro, () => 0);
  return out.length + scores.reduce((sum, bytes) => sum + bytes.length, 0);
}
