/** What the page asks the room worker; the answer is the list of measures. */
import type { Board } from '../core/board';
import type { Measure } from '../core/image';
import type { Profile } from '../core/profile';

export type RoomOrder = { profile: Profile; board: Board; slotBytes?: number };
export type RoomAnswer = Measure[];
