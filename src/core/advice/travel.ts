/** Found on travel settings: depths finer than can be measured, and movements that a resting finger makes by itself. */
import type { Board } from '../board';
import { resolutionOf, snappedUm } from '../plan';
import { setActuation, setBoardActuation, type Actuation, type Profile } from '../profile';
import type { Found } from './advice';

const FIGURES = ['pointUm', 'releaseUm', 'pressUm'] as const;

/** An actuation with every depth a multiple of what is measured; the same object when it is. */
function snap(actuation: Actuation, stepUm: number): Actuation {
  const own = actuation as Partial<Record<(typeof FIGURES)[number], number>>;
  const off = FIGURES.filter((name) => own[name] !== undefined && snappedUm(own[name], stepUm) !== own[name]);
  if (off.length === 0) return actuation;
  return { ...actuation, ...Object.fromEntries(off.map((name) => [name, snappedUm(own[name] ?? 0, stepUm)])) };
}

/** Found on how keys fire and let go. */
export function travelAdvice(profile: Profile, board: Board): Found[] {
  if (!board.analog) return [];
  const stepUm = resolutionOf(board);
  const message = `a depth is finer than the ${board.name} measures, ${stepUm / 1000} mm.`;
  const { travel } = profile;
  const found: Found[] = [];
  if (snap(travel.board, stepUm) !== travel.board) {
    const fix = setBoardActuation(profile, snap(travel.board, stepUm));
    found.push({ path: ['travel', 'board'], layer: '', message, fix, fixName: 'Round it' });
  }
  for (const [key, actuation] of Object.entries(travel.keys)) {
    const to = snap(actuation, stepUm);
    if (to === actuation) continue;
    const fix = setActuation(profile, [key], to);
    found.push({
      path: ['travel', 'keys', key],
      layer: profile.layers[0]?.id ?? '',
      key,
      message,
      fix,
      fixName: 'Round it',
    });
  }
  return found;
}
