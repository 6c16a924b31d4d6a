/** How much room the profile takes of what the keyboard has, while designing and not only when saving fails. */
import { useMemo } from 'react';
import type { Board } from '../../core/board';
import { measuresOf } from '../../core/image';
import type { Profile } from '../../core/profile';
import type { KeyboardState } from '../state/keyboards';
import './Room.css';

export const Room = ({ profile, board, keyboard }: { profile: Profile; board: Board; keyboard: KeyboardState }) => {
  const slotBytes = keyboard.hello?.slotBytes;
  // Making images takes a moment, and a save in progress draws this bench again and again.
  const measures = useMemo(() => measuresOf(profile, board, slotBytes), [profile, board, slotBytes]);
  return (
    <section className="panel" aria-label="Room">
      <p>
        <strong>Room</strong> <span className="soft">in one slot of the {board.name}</span>
      </p>
      <ul className="room">
        {measures.map(({ what, used, most, mostBy, remedy }) => (
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
