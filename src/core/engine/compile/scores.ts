/** Macros and texts made ready to run: codes become usages, characters become strokes, events stand in order of time. */
import type { Code } from '../../codes';
import { hostLayout, strokesOf, type HostLayoutId } from '../../hosts';
import type { AskedOf, Macro, Score } from '../../profile';

/** One character: modifiers that go down around a key. */
export type RunStroke = { modifiers: readonly number[]; key: number };

/** A text: its strokes, a list for each character, and the time between characters. */
export type RunText = { characters: readonly (readonly RunStroke[])[]; gapUs: number };

export type RunScoreEvent =
  | { atUs: number; kind: 'down' | 'up'; usage: number }
  | { atUs: number; kind: 'text'; text: RunText }
  | { atUs: number; kind: 'wheel'; dx: number; dy: number };
export type RunScore = { lengthUs: number; events: readonly RunScoreEvent[] };

export type RunMacro = {
  onPress: RunScore | null;
  repeat: RunScore | null;
  onRelease: RunScore | null;
  run: Macro['run']['kind'];
  /** How often `repeat` plays when `run` is `times`. */
  times: number;
  gapUs: number;
  stopsNow: boolean;
  leavesHeld: boolean;
  liftsModifiers: boolean;
  asksFirst: AskedOf | null;
  asksLast: AskedOf | null;
};

/** Turns codes into usage numbers of a program. */
type Index = (code: Code) => number;

/** The strokes of a text on a host layout. Characters that no key of the layout makes are left out; checks name them. */
export function compileText(text: string, gapMs: number, host: HostLayoutId, index: Index): RunText {
  const layout = hostLayout(host);
  const characters = [...text].map((character): RunStroke[] =>
    (strokesOf(layout, character) ?? []).map(({ modifiers, code }) => ({
      modifiers: modifiers.map(index),
      key: index(code),
    })),
  );
  return { characters, gapUs: gapMs * 1000 };
}

function compileScore(score: Score, host: HostLayoutId, index: Index): RunScore {
  const events = score.events.map((event): RunScoreEvent => {
    if ('text' in event) {
      return { atUs: event.atUs, kind: 'text', text: compileText(event.text, event.gapMs, host, index) };
    }
    if ('wheel' in event) return { atUs: event.atUs, kind: 'wheel', ...event.wheel };
    return { atUs: event.atUs, kind: event.edge, usage: index(event.code) };
  });
  return { lengthUs: score.lengthUs, events: events.sort((a, b) => a.atUs - b.atUs) };
}

export function compileMacro(macro: Macro, host: HostLayoutId, index: Index): RunMacro {
  const part = (score: Score | undefined): RunScore | null => (score ? compileScore(score, host, index) : null);
  return {
    onPress: part(macro.onPress),
    repeat: part(macro.repeat),
    onRelease: part(macro.onRelease),
    run: macro.run.kind,
    times: macro.run.kind === 'times' ? macro.run.times : 0,
    gapUs: macro.gapMs * 1000,
    stopsNow: macro.stop === 'now',
    leavesHeld: macro.leavesHeld,
    liftsModifiers: macro.liftModifiers,
    asksFirst: macro.asksFirst ?? null,
    asksLast: macro.asksLast ?? null,
  };
}
