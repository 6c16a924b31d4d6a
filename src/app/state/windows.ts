/** What the windows that show the same shelf tell each other. Messages are hints: the store is what counts, and is asked in doubt. */
import { actSchema, type Act } from '../../core/profile';
import { z } from '../../core/reading';

const messageSchema = z.discriminatedUnion('what', [
  /** Acts were kept: they lead from one revision of a profile to the next. */
  z.object({
    what: z.literal('acts'),
    id: z.string(),
    from: z.number(),
    to: z.number(),
    changedAt: z.number(),
    acts: z.array(actSchema),
  }),
  /** A profile was put on the shelf, taken off, or changed in another way. */
  z.object({ what: z.literal('look'), id: z.string() }),
]);

type WindowMessage =
  | { what: 'acts'; id: string; from: number; to: number; changedAt: number; acts: readonly Act[] }
  | { what: 'look'; id: string };

const channel = typeof BroadcastChannel === 'undefined' ? null : new BroadcastChannel('underloom-shelf');

export const tellOtherWindows = (message: WindowMessage): void => channel?.postMessage(message);

/** Calls back for each message of another window; one that cannot be read, of another version, asks to look. */
export function onOtherWindows(take: (message: WindowMessage) => void): void {
  channel?.addEventListener('message', ({ data }: MessageEvent<unknown>) => {
    const message = messageSchema.safeParse(data);
    if (message.success) {
      take(message.data as WindowMessage);
      return;
    }
    const about = z.object({ id: z.string() }).safeParse(data);
    if (about.success) take({ what: 'look', id: about.data.id });
  });
  // Under Node, where tests run, a channel that is listened to would keep the process.
  if (channel && 'unref' in channel) (channel as { unref(): void }).unref();
}
