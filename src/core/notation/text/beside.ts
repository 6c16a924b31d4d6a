/** A text that stands beside its profile: each is brought up to the other. What is asked for and answered can be sent to a worker and back. */
import type { Board } from '../../board';
import { editTowards, flattened, isSameDesign, type Edit, type Profile } from '../../profile';
import { broughtText, type KeptText } from './bring';
import { readText, type ReadText } from './read';
import { rewriteText } from './rewrite';
import { writeText } from './write';

/** What a reading says, without the profiles themselves. */
export type TextSaid = Pick<ReadText, 'problems' | 'sites'> & {
  profiles: readonly { isBase: boolean; line: number; hasId: boolean; draft: Pick<Profile, 'id' | 'board'> }[];
};

export type TextOrder = { board: Board; profile: Profile } & (
  | {
      /** The text that is kept is brought up to the profile, or one is written. */ do: 'bring';
      kept: KeptText | undefined;
    }
  | { /** What a text says is compared with the profile. */ do: 'read'; text: string }
  | {
      /** A text that said what the profile `was` says what it is now. `before` is how it was at this step once: it comes back word by word. */
      do: 'rewrite';
      text: string;
      was: Profile;
      before: string | undefined;
    }
  | { /** It is written from the beginning. */ do: 'write' }
);

/** The text, what it says, and what would make the profile that; undefined when it is that already, or the text cannot be it. */
export type TextAnswer = { text: string; said: TextSaid; change: Edit | undefined };

const saidOf = ({ problems, sites, profiles }: ReadText): TextSaid => ({
  problems,
  sites,
  profiles: profiles.map(({ isBase, line, hasId, draft: { id, board } }) => ({
    isBase,
    line,
    hasId,
    draft: { id, board },
  })),
});

/** Whether what a text says can be this profile: it is one, and of the same id and board. */
export function isOf({ problems, profiles }: TextSaid, profile: Profile): boolean {
  const [only, second] = profiles.filter(({ isBase }) => !isBase);
  return (
    problems.length === 0 &&
    only !== undefined &&
    second === undefined &&
    (!only.hasId || only.draft.id === profile.id) &&
    only.draft.board === profile.board
  );
}

/** The profile that a text says; one that says no id is the one it stands beside, and what that rests on is not said in its text. */
function meantBy(read: ReadText, { id, restsOn }: Profile): Profile | undefined {
  const found = read.profiles.find(({ isBase }) => !isBase);
  if (!found?.profile) return undefined;
  return { ...found.profile, ...(!found.hasId && { id }), ...(restsOn !== undefined && { restsOn }) };
}

function textFor(order: TextOrder): string {
  const { board, profile } = order;
  switch (order.do) {
    case 'read':
      return order.text;
    case 'write':
      return writeText(profile, board);
    case 'bring':
      return broughtText(profile, board, order.kept);
    case 'rewrite': {
      const { before } = order;
      const saidBefore = before === undefined ? undefined : meantBy(readText(before, [board]), profile);
      return before !== undefined && saidBefore && isSameDesign(saidBefore, profile)
        ? before
        : rewriteText(order.text, flattened(profile), [board], flattened(order.was));
    }
  }
}

/** Does what is ordered. It takes as long as it takes: a page has it done by a worker. */
export function doText(order: TextOrder): TextAnswer {
  const text = textFor(order);
  const read = readText(text, [order.board]);
  const said = saidOf(read);
  const meant = isOf(said, order.profile) ? meantBy(read, order.profile) : undefined;
  return { text, said, change: meant && editTowards(order.profile, meant) };
}
