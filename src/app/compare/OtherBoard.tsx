/** What is said of a profile for another board: by what its keys were found, and which have no partner. */
import { keyTitle, type OnOneBoard } from '../../core/compare';

const listOf = (keys: readonly string[]): string => keys.map(keyTitle).join(', ');

/** How many keys of a board have no partner on the other. */
const countOf = (keys: readonly string[], board: string): string =>
  keys.length === 0
    ? `every key of the ${board} has its partner`
    : `${keys.length} key${keys.length === 1 ? '' : 's'} of the ${board} ${keys.length === 1 ? 'has' : 'have'} none`;

type OtherBoardProps = { title: string; board: string; mine: string; alone: OnOneBoard['alone'] };

export const OtherBoard = ({ title, board, mine, alone }: OtherBoardProps) => (
  <details className="panel other-board">
    <summary>
      <strong>
        <bdi>{title}</bdi>
      </strong>{' '}
      is for the {board}: its keys are compared by what they are, or else by the finger that they lie under:{' '}
      {countOf(alone.mine, mine)}, and {countOf(alone.theirs, board)}.
    </summary>
    <p className="soft">
      Only on the {mine}: {alone.mine.length > 0 ? listOf(alone.mine) : 'none'}. Only on the {board}:{' '}
      {alone.theirs.length > 0 ? listOf(alone.theirs) : 'none'}.
    </p>
  </details>
);
