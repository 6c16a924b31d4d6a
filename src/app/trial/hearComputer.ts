/** Lets a trial that watches a keyboard hear what arrives at the computer which that keyboard is plugged into. */
import { bringHosts } from '../../core/hosts';
import { openHostTalk } from '../state/hostTalk';
import type { TrialSession } from './session';

/** @returns what ends it */
export function hearComputer(boardId: string, session: TrialSession): () => void {
  let last = Promise.resolve();
  const talk = openHostTalk(boardId, {
    opened: () => talk.say({ say: 'ready', hears: true, plays: false }),
    told: (message) => {
      // In the order in which it was said: what arrives is read by the layout that was told before.
      last = last.then(async () => {
        if (!('say' in message)) {
          const id = message.state?.layout?.id;
          if (id) await bringHosts([id]).catch(() => undefined);
          session.computerIs(message.state);
        } else if (message.say === 'arrived') session.arrived(message);
      });
    },
    lost: () => session.computerIs(undefined),
  });
  return () => talk.close();
}
