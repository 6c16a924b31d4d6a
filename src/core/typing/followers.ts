/** Which gestures have the timing of a setting: what one setting came to tells of another only where that is known. */
import { GESTURE, type Program, runTiming, type RunTiming } from '../engine';
import type { GestureTiming } from '../profile';
import type { Setting } from './grid';

const FIELDS = [
  'holdAfterUs',
  'tapGapUs',
  'retapUs',
  'typingGuardUs',
  'tapUs',
  'interrupt',
  'otherHandOnly',
] as const satisfies readonly (keyof RunTiming)[];
type Field = (typeof FIELDS)[number];

const bindingsOf = ({ bindings, jointBindings }: Program): Program['bindings'] => [...bindings, ...jointBindings];

/** Which gestures of a profile have the timing of a setting, field by field, and which one of their own. */
export class Followers {
  private readonly own: { place: number; timing: RunTiming; follows: readonly Field[] }[];

  constructor(now: Setting, under: (setting: Setting) => Program) {
    const other = anotherIn(now.timing);
    const [program, changed] = [under(now), under({ ...now, timing: other })];
    const probes = bindingsOf(changed);
    this.own = bindingsOf(program).flatMap((binding, place) => {
      const probe = probes[place];
      if (binding?.kind !== GESTURE || probe?.kind !== GESTURE) return [];
      return [{ place, timing: binding, follows: FIELDS.filter((field) => probe[field] === runTiming(other)[field]) }];
    });
  }

  areIn(program: Program, timing: GestureTiming): boolean {
    const bindings = bindingsOf(program);
    const meant = runTiming(timing);
    return this.own.every(({ place, timing: own, follows }) => {
      const binding = bindings[place];
      if (binding?.kind !== GESTURE) return false;
      return FIELDS.every((field) => binding[field] === (follows.includes(field) ? meant : own)[field]);
    });
  }
}

/** A timing that differs in every field. */
const anotherIn = (timing: GestureTiming): GestureTiming => ({
  holdAfterMs: timing.holdAfterMs + 1,
  tapGapMs: timing.tapGapMs + 1,
  retapMs: timing.retapMs + 1,
  typingGuardMs: timing.typingGuardMs + 1,
  tapMs: timing.tapMs + 1,
  interrupt: timing.interrupt === 'any' ? 'wait' : 'any',
  otherHandOnly: !timing.otherHandOnly,
});
