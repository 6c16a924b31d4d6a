/** What the text bench and the worker that brings its text say to each other. */
import type { Board } from '../core/board';
import type { KeptText, ReadText } from '../core/notation';
import type { Profile } from '../core/profile';

/** The text that is kept of a profile is brought up to it, or one is written. */
export type TextOrder = { kept: KeptText | undefined; profile: Profile; board: Board };

/** What a reading says, without the profiles themselves. */
export type TextSaid = Pick<ReadText, 'problems' | 'sites'> & {
  profiles: readonly { isBase: boolean; line: number; hasId: boolean; draft: Pick<Profile, 'id' | 'board'> }[];
};
export type TextAnswer = { text: string; said: TextSaid };
