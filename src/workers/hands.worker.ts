/** Lets unsteady hands rest on keys for hours or days and hold them for an hour, away from the page. */
import { HandTrial, HOLDING_HAND, restingHand } from '../core/hands';
import type { HandsAnswer, HandsOrder } from './handsOrder';

const HOLDING_MIN = 60;

const scope = self as unknown as DedicatedWorkerGlobalScope;
const post = (answer: HandsAnswer): void => scope.postMessage(answer);

scope.onmessage = ({ data }: MessageEvent<HandsOrder>) => {
  const { board, groups, weight, restingH, seed } = data;
  const figures = groups.map(({ finger, settings }, done) => {
    const holding = new HandTrial(board, settings, HOLDING_HAND, seed, true);
    holding.run(HOLDING_MIN * 60);
    const resting = new HandTrial(board, settings, restingHand(weight, finger), seed, false);
    for (let hour = 1; hour <= restingH; hour++) {
      resting.run(3600);
      post({ what: 'progress', share: (done + hour / restingH) / groups.length });
    }
    return settings.map((actuation, n) => ({
      actuation,
      restingPerHour: (resting.presses[n] ?? 0) / restingH,
      againPerMinute: (holding.presses[n] ?? 0) / HOLDING_MIN,
    }));
  });
  post({ what: 'figures', figures });
};
