/** The knee between late and nervous: how a key would do at other settings, and which one to take. */
import { snappedUm } from '../plan';
import type { Actuation } from '../profile';

/** What makes a setting more or less sensitive, in µm: the point of a fixed key, the release of a reversal key. */
export const sensitivityUm = (actuation: Actuation): number =>
  actuation.mode === 'fixed' ? actuation.pointUm : actuation.releaseUm;

const POINTS_UM = [200, 300, 400, 500, 600, 700, 800, 1000, 1200, 1500, 1800, 2200, 2600, 3000];
const RELEASES_UM = [50, 80, 100, 120, 150, 180, 210, 250, 300, 350, 400, 500, 650, 800];
const LEAST_UM = 50;

const snapped = (um: number): number => Math.max(LEAST_UM, snappedUm(um));

/** A setting with another sensitivity, everything else in proportion: an own release keeps its distance to the point. */
export function withSensitivity(actuation: Actuation, um: number): Actuation {
  if (actuation.mode === 'reversal')
    return { ...actuation, releaseUm: um, pressUm: snapped((actuation.pressUm / actuation.releaseUm) * um) };
  const { pointUm, releaseUm } = actuation;
  return releaseUm === undefined
    ? { mode: 'fixed', pointUm: um }
    : { mode: 'fixed', pointUm: um, releaseUm: snapped(Math.min(um, um - pointUm + releaseUm)) };
}

/** A setting from the most sensitive to the least, with the present one among them. */
export function settingsAround(actuation: Actuation, travelUm: number): Actuation[] {
  const own = sensitivityUm(actuation);
  const values = (actuation.mode === 'fixed' ? POINTS_UM : RELEASES_UM).filter((um) => um < travelUm && um !== own);
  return [...values, own].sort((a, b) => a - b).map((um) => (um === own ? actuation : withSensitivity(actuation, um)));
}

/** How a setting does under hands that are not perfect. */
export type HandFigures = {
  actuation: Actuation;
  /** Presses nobody meant, an hour, while a finger rests on the key. */
  restingPerHour: number;
  /** Presses that follow by themselves, a minute, while the key is held. */
  againPerMinute: number;
};

/** What one can live with: one unmeant press in a working day; one false press in two minutes of holding. */
export const BEARABLE = { restingPerHour: 1 / 8, againPerMinute: 0.5 } as const;

/** Whether one can live with what a setting's sensitivity does: the point decides about resting, the release about holding. */
const isBearable = ({ actuation, restingPerHour, againPerMinute }: HandFigures): boolean =>
  againPerMinute <= BEARABLE.againPerMinute &&
  (actuation.mode === 'reversal' || restingPerHour <= BEARABLE.restingPerHour);

type Suggestion = {
  to: HandFigures;
  /** The next more sensitive setting, which is too nervous; absent when none is. */
  nervous?: HandFigures;
};

/**
 * The most sensitive setting that one can live with, as one can with all less sensitive ones; undefined when there is none.
 * @param figures from the most sensitive to the least
 */
export function suggestion(figures: readonly HandFigures[]): Suggestion | undefined {
  const last = figures.findLastIndex((one) => !isBearable(one));
  const to = figures[last + 1];
  const nervous = figures[last];
  return to && { to, ...(nervous && { nervous }) };
}
