/** Lets unsteady hands rest on keys for two days and hold them for an hour, away from the page. */
import { HandTrial, HOLDING_HAND, restingHand } from '../core/hands';
import type { HandsAnswer, HandsOrder } from './handsOrder';

const RESTING_H = 48;
const HOLDING_MIN = 60;

const scope = self as unknown as DedicatedWorkerGlobalScope;
const post = (answer: HandsAnswer): void => scope.postMessage(answer);

scope.onmessage = ({ data }: MessageEvent<HandsOrder>) => {
  const { board, settings, finger, weight, seed } = data;
  const holding = new HandTrial(board, settings, HOLDING_HAND, seed, true);
  holding.run(HOLDING_MIN * 60);
  const resting = new HandTrial(board, settings, restingHand(weight, finger), seed, false);
  for (let hour = 1; hour <= RESTING_H; hour++) {
    resting.run(3600);
    post({ what: 'progress', share: hour / RESTING_H });
  }
  const figures = settings.map((actuation, n) => ({
    actuation,
    restingPerHour: (resting.presses[n] ?? 0) / RESTING_H,
    againPerMinute: (holding.presses[n] ?? 0) / HOLDING_MIN,
  }));
  post({ what: 'figures', figures });
};
