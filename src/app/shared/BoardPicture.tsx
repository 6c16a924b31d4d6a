/** A board as a small picture: its keys, nothing on them. */
import { extentOf, type Board } from '../../core/board';
import { capPath } from './Cap';
import './BoardPicture.css';

type BoardPictureProps = { board: Board; className?: string };

const UNIT = 10;

export const BoardPicture = ({ board, className = '' }: BoardPictureProps) => {
  const { width, height } = extentOf(board);
  return (
    <svg
      className={`board-picture ${className}`}
      viewBox={`-1 -1 ${width * UNIT + 2} ${height * UNIT + 2}`}
      aria-hidden="true"
    >
      {board.keys.map((key) => (
        <path
          key={key.id}
          d={capPath(key, UNIT, 1)}
          transform={`translate(${key.x * UNIT} ${key.y * UNIT})${key.angle === 0 ? '' : ` rotate(${key.angle} ${(key.w * UNIT) / 2} ${(key.h * UNIT) / 2})`}`}
        />
      ))}
    </svg>
  );
};
