/** How much room the profile takes of what the keyboard has, while designing and not only when saving fails. */
import type { Board } from '../../core/board';
import type { Profile } from '../../core/profile';
import type { KeyboardState } from '../state/keyboards';
import { useRoom } from './useRoom';
import './Room.css';

export const Room = ({ profile, board, keyboard }: { profile: Profile; board: Board; keyboard: KeyboardState }) => {
  const measures = useRoom(profile, board, keyboard.hello?.slotBytes);
  return (
    <section className="panel" aria-label="Room" aria-busy={!measures}>
      <p>
        <strong>Room</strong> <span className="soft">in one slot of the {board.name}</span>
      </p>
      <ul className="room">
        {measures?.map(({ what, used, most, mostBy, remedy }) => (
          <li key={what}>
            <span>{what}</span>
            <svg role="img" aria-label={`${used} of ${most} ${what}`}>
              <rect width="100%" height={10} rx={5} fill="var(--faint)" />
              <rect
                width={`${used === 0 ? 0 : Math.min(100, (used / most) * 100)}%`}
                height={10}
                rx={5}
                fill={used > most ? 'var(--madder)' : used > most * 0.85 ? 'var(--weld)' : 'var(--indigo)'}
              />
            </svg>
            <span className="mono">
              {used} of {most}
            </span>
            {(mostBy ?? remedy) && (
              <span className="soft room-note">
                <bdi>{[mostBy && `most: ${mostBy}`, remedy].filter(Boolean).join('; ')}</bdi>
              </span>
            )}
          </li>
        ))}
      </ul>
    </section>
  );
};
