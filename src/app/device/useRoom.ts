/** How much room the profile takes, worked out away from the page; what was known before stays until then. */
import { useEffect, useState } from 'react';
import type { Board } from '../../core/board';
import { measuresOf, type Measure } from '../../core/image';
import type { Profile } from '../../core/profile';
import type { RoomAnswer, RoomOrder } from '../../workers/roomOrder';

/** @returns undefined while nothing is known of this profile */
export function useRoom(profile: Profile, board: Board, slotBytes: number | undefined): Measure[] | undefined {
  const [found, setFound] = useState<{ of: string; measures: Measure[] }>();
  useEffect(() => {
    const take = (measures: Measure[]): void => setFound({ of: profile.id, measures });
    const here = (): void => take(measuresOf(profile, board, slotBytes));
    let worker: Worker;
    try {
      worker = new Worker(new URL('../../workers/room.worker.ts', import.meta.url), { type: 'module', name: 'room' });
    } catch {
      // None can be had.
      here();
      return;
    }
    worker.onmessage = ({ data }: MessageEvent<RoomAnswer>) => {
      take(data);
      worker.terminate();
    };
    worker.onerror = () => {
      worker.terminate();
      here();
    };
    worker.postMessage({ profile, board, ...(slotBytes !== undefined && { slotBytes }) } satisfies RoomOrder);
    return () => worker.terminate();
  }, [profile, board, slotBytes]);
  return found?.of === profile.id ? found.measures : undefined;
}
