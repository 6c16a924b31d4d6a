/** What the windows that keep the same things tell each other. Messages are hints: the store is what counts, and is asked in doubt. */
import { z } from '../../../core/reading';
import type { Act } from './kind';
import type { Step } from './kept';

/** What another window says of one thing: acts were kept; or it was put there, taken away, or changed in another way. */
export type Message<A extends Act> = { id: string; step?: Step<A> };

export type Windows<A extends Act> = {
  tell(message: Message<A>): void;
  /** Calls back for each message of another window; one that cannot be read, of another version, asks to look. */
  hear(take: (message: Message<A>) => void): void;
};

/** The other windows, as far as one kind of thing goes. @param name the kind's */
export function windowsOf<A extends Act>(name: string, act: z.ZodType<A>): Windows<A> {
  const channel = typeof BroadcastChannel === 'undefined' ? null : new BroadcastChannel(`underloom-${name}`);
  const schema = z.object({
    id: z.string(),
    step: z
      .object({ from: z.number(), to: z.number(), changedAt: z.number(), acts: z.array(act) })
      .optional()
      .catch(undefined),
  });
  return {
    tell: (message) => channel?.postMessage(message),
    hear(take) {
      channel?.addEventListener('message', ({ data }: MessageEvent<unknown>) => {
        const { success, data: message } = schema.safeParse(data);
        if (success) take({ id: message.id, ...(message.step && { step: message.step }) });
      });
      // Under Node, where tests run, a channel that is listened to would keep the process.
      if (channel && 'unref' in channel) (channel as { unref(): void }).unref();
    },
  };
}
