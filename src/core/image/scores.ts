/**
 * Scores and macros in an image. What an event does can mostly be guessed: a key that is down goes up, and one that was
 * pressed before is pressed again. So an event says which of the keys that are down goes up, or how long ago the key that goes down was
 * pressed last; only a key that is new is named. Its time is the gap to the event before it.
 */
import { type Code } from '../codes';
import { LIMITS, oncePer, type Macro, type Score, type ScoreEvent } from '../profile';
import { badImage } from './bytes';
import type { BitReader } from './coder';
import { BitWriter } from './coder';
import { readText, writeText } from './parts';
import { ReadingPool, WritingPool } from './pool';
import { SET } from './sets';
import { UsageReader, UsageWriter } from './usages';

/** Units of time; a score is written in the greatest that all its times are whole numbers of. */
const UNITS_US = [1, 100, 1000, 5000] as const;

const unitOf = (score: Score): number => {
  const times = [score.lengthUs, ...score.events.map(({ atUs }) => atUs)];
  return UNITS_US.findLastIndex((unit) => times.every((us) => us % unit === 0));
};
const RUN_KINDS = ['times', 'whileHeld', 'untilPressedAgain'] as const;

/** What an event does. Their places are their numbers. */
const UP = 0;
const DOWN_AGAIN = 1;
const DOWN_NEW = 2;
const TEXT = 3;
const WHEEL = 4;
/** A key goes up that is not down. */
const UP_ONLY = 5;
const EVENT_BITS = 3;

const signed = (byte: number): number => (byte << 24) >> 24;

/** What scores of one image have in common: the keys pressed so far, the one pressed last first, and the gap behind each kind of event. */
class Course {
  readonly recent: Code[] = [];
  down: Code[] = [];
  before = UP;
  gaps: number[] = [];

  begin(): void {
    this.down = [];
    this.before = UP;
    this.gaps = [];
  }

  pressed(code: Code): void {
    const place = this.recent.indexOf(code);
    if (place >= 0) this.recent.splice(place, 1);
    this.recent.unshift(code);
    if (!this.down.includes(code)) this.down.push(code);
  }

  lifted(code: Code): void {
    const place = this.down.indexOf(code);
    if (place >= 0) this.down.splice(place, 1);
  }
}

const inOrder = ({ events }: Score): ScoreEvent[] => events.toSorted((a, b) => a.atUs - b.atUs);

class ScoreWriter {
  private readonly course = new Course();
  private readonly usages: UsageWriter;

  constructor(private readonly out: BitWriter) {
    this.usages = new UsageWriter(out);
  }

  write(score: Score): void {
    const { out, course } = this;
    const events = inOrder(score);
    const unit = unitOf(score);
    const unitUs = UNITS_US[unit] ?? 1;
    out
      .tree(SET.unit, 2, unit)
      .number(SET.scoreLength, score.lengthUs / unitUs)
      .number(SET.events, events.length);
    course.begin();
    let atUs = 0;
    for (const event of events) {
      this.gap((event.atUs - atUs) / unitUs);
      atUs = event.atUs;
      this.event(event);
    }
  }

  private gap(gap: number): void {
    const { out, course } = this;
    const { before } = course;
    const last = course.gaps[before];
    if (last !== undefined) {
      out.bit(SET.isSameGap, before, gap === last);
      if (gap === last) return;
    }
    course.gaps[before] = gap;
    out.number(SET.gap, gap);
  }

  private event(event: ScoreEvent): void {
    const { out, course } = this;
    const kind = (number: number): void => {
      out.tree(SET.event, EVENT_BITS, number, course.before);
      course.before = number;
    };
    if ('text' in event) {
      kind(TEXT);
      writeText(out, event.text);
      out.number(SET.ms, event.gapMs);
    } else if ('wheel' in event) {
      kind(WHEEL);
      out.tree(SET.notches, 8, event.wheel.dx & 0xff).tree(SET.notches, 8, event.wheel.dy & 0xff, 1);
    } else if (event.edge === 'up') {
      const place = course.down.indexOf(event.code);
      kind(place < 0 ? UP_ONLY : UP);
      if (place < 0) this.usages.code(event.code, 2);
      else out.number(SET.whichUp, place);
      course.lifted(event.code);
    } else {
      const place = course.recent.indexOf(event.code);
      kind(place < 0 ? DOWN_NEW : DOWN_AGAIN);
      if (place < 0) this.usages.code(event.code, 2);
      else out.number(SET.whichDown, place);
      course.pressed(event.code);
    }
  }
}

class ScoreReader {
  private readonly course = new Course();
  private readonly usages: UsageReader;

  constructor(private readonly from: BitReader) {
    this.usages = new UsageReader(from);
  }

  /** @param most events, at the most */
  read(most: number): Score {
    const { from, course } = this;
    const unitUs = UNITS_US[from.tree(SET.unit, 2)] ?? 1;
    const lengthUs = from.number(SET.scoreLength, LIMITS.scoreUs.most / unitUs) * unitUs;
    const count = from.number(SET.events, most);
    course.begin();
    let atUs = 0;
    const events: ScoreEvent[] = [];
    for (let n = 0; n < count; n++) {
      atUs += this.gap(LIMITS.scoreUs.most / unitUs) * unitUs;
      events.push(this.event(atUs));
    }
    return { lengthUs, events };
  }

  private gap(most: number): number {
    const { from, course } = this;
    const { before } = course;
    const last = course.gaps[before];
    if (last !== undefined && from.bit(SET.isSameGap, before)) return last;
    return (course.gaps[before] = from.number(SET.gap, most));
  }

  private event(atUs: number): ScoreEvent {
    const { from, course } = this;
    const kind = from.tree(SET.event, EVENT_BITS, course.before);
    course.before = kind;
    switch (kind) {
      case TEXT:
        return { atUs, text: readText(from), gapMs: from.number(SET.ms, LIMITS.gapMs.most) };
      case WHEEL: {
        const dx = signed(from.tree(SET.notches, 8));
        return { atUs, wheel: { dx, dy: signed(from.tree(SET.notches, 8, 1)) } };
      }
      case UP:
      case UP_ONLY: {
        const code = kind === UP ? this.one(course.down, SET.whichUp) : this.usages.code(2);
        course.lifted(code);
        return { atUs, edge: 'up', code };
      }
      case DOWN_AGAIN:
      case DOWN_NEW: {
        const code = kind === DOWN_AGAIN ? this.one(course.recent, SET.whichDown) : this.usages.code(2);
        course.pressed(code);
        return { atUs, edge: 'down', code };
      }
      default:
        throw badImage(from.offset, `an event of the unknown kind ${kind}`);
    }
  }

  private one(codes: readonly Code[], set: number): Code {
    const code = codes[this.from.number(set, 0xffff)];
    if (code === undefined) throw badImage(this.from.offset, 'an event of a key that is not there');
    return code;
  }
}

const PARTS = ['onPress', 'repeat', 'onRelease'] as const;
const FINISHES = 3;
const LEAVES_HELD = 4;
const LIFTS = 5;

/** The macros of a profile, without their names; equal scores are written once. */
export function writeMacros(out: BitWriter, macros: readonly Macro[]): void {
  const pool = new WritingPool<Score>(SET.earlierScore);
  const scores = new ScoreWriter(out);
  out.number(SET.count, macros.length);
  for (const macro of macros) {
    PARTS.forEach((part, n) => out.bit(SET.macroBits, n, macro[part] !== undefined));
    out.bit(SET.macroBits, FINISHES, macro.stop === 'finish');
    out.bit(SET.macroBits, LEAVES_HELD, macro.leavesHeld).bit(SET.macroBits, LIFTS, macro.liftModifiers);
    out.tree(SET.run, 2, RUN_KINDS.indexOf(macro.run.kind));
    if (macro.run.kind === 'times') out.number(SET.times, macro.run.times);
    out.number(SET.ms, macro.gapMs);
    for (const part of PARTS) {
      const score = macro[part];
      if (!score) continue;
      const sorted = { lengthUs: score.lengthUs, events: inOrder(score) };
      const isEarlier = pool.has(sorted);
      out.bit(SET.isEarlierScore, 0, isEarlier);
      if (isEarlier) {
        pool.refer(out, sorted);
      } else {
        scores.write(sorted);
        pool.add(sorted);
      }
    }
  }
}

/** @param mostMacros and `mostEvents` of one macro are the keyboard's limits */
export function readMacros(from: BitReader, mostMacros: number, mostEvents: number): Omit<Macro, 'id' | 'name'>[] {
  const pool = new ReadingPool<Score>(SET.earlierScore, 'a score');
  const scores = new ScoreReader(from);
  return Array.from({ length: from.number(SET.count, mostMacros) }, () => {
    const has = PARTS.map((_, n) => from.bit(SET.macroBits, n) === 1);
    const bit = (model: number): boolean => from.bit(SET.macroBits, model) === 1;
    const [finishes, leavesHeld, liftModifiers] = [bit(FINISHES), bit(LEAVES_HELD), bit(LIFTS)];
    const kind = RUN_KINDS[from.tree(SET.run, 2)];
    if (!kind) throw badImage(from.offset, 'a macro with an unknown way of repeating');
    const run: Macro['run'] = kind === 'times' ? { kind, times: from.number(SET.times, LIMITS.times.most) } : { kind };
    const gapMs = from.number(SET.ms, LIMITS.gapMs.most);
    let room = mostEvents;
    const parts = PARTS.flatMap((part, n): [string, Score][] => {
      if (!has[n]) return [];
      const score = from.bit(SET.isEarlierScore, 0) ? pool.referred(from) : pool.add(scores.read(room));
      room -= score.events.length;
      if (room < 0) throw badImage(from.offset, `a macro of more than ${mostEvents} events`);
      return [[part, score]];
    });
    return {
      run,
      gapMs,
      ...Object.fromEntries(parts),
      stop: finishes ? 'finish' : 'now',
      leavesHeld,
      liftModifiers,
    };
  });
}

/** How many bytes a macro takes in an image of its own, its names left out. */
export const macroBytes = oncePer((macro: Macro): number => {
  const out = new BitWriter();
  writeMacros(out, [macro]);
  return out.toBytes().length;
});
