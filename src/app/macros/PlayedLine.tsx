/** What a macro that is played has brought so far, and how late its edges were when it is over. */
import { useStore } from 'zustand';
import { titleOfCode } from '../../core/codes';
import type { Player } from './usePlayer';
import './PlayedLine.css';

export const PlayedLine = ({ player }: { player: Player }) => {
  const { isPlaying, text, held, edges, lateUs, reason } = useStore(player.played);
  const late = lateUs[Math.floor((lateUs.length - 1) * 0.99)];
  if (reason !== '')
    return (
      <p className="played" role="alert">
        It cannot be played: {reason}
      </p>
    );
  if (!isPlaying && edges === 0) return null;
  return (
    <p className="played" data-testid="played">
      <strong>Host:</strong> <span className="mono">{text || '—'}</span>
      {held.length > 0 && <span className="madder"> down: {held.map(titleOfCode).join(', ')}</span>}
      <span className="soft">
        {' '}
        {edges} edges
        {late !== undefined && `, 99 of 100 at most ${(late / 1000).toFixed(2)} ms late`}
      </span>
    </p>
  );
};
