/** What takes longest begins first, so that no worker is left alone with it at the end. Jest itself knows that only of files that it has run here before. */
import Sequencer from '@jest/test-sequencer';

/** What counts the memory of its process before others have filled it; then files that take long for their size, the longest first. */
const LONG = [
  'engine/allocation',
  'accessible',
  'conform',
  'bundle/bundle',
  'kept',
  'text',
  'jobs',
  'state/shelf',
  'walk',
  'boards',
  'stumble',
  'device/store',
];

const weightOf = ({ path }) => {
  const place = LONG.findIndex((name) => path.endsWith(`/${name}.test.ts`));
  return place < 0 ? LONG.length : place;
};

export default class extends (Sequencer.default ?? Sequencer) {
  sort(tests) {
    return super.sort(tests).sort((a, b) => weightOf(a) - weightOf(b));
  }
}
