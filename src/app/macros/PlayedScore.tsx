/** The score with the place that is played now. */
import { useStore } from 'zustand';
import { ScoreView, type ScoreViewProps } from './ScoreView';
import type { Player } from './usePlayer';

type PlayedScoreProps = Omit<ScoreViewProps, 'headUs'> & {
  player: Player;
  /** Where in the score it is so many µs after the beginning; null before, and where this score is not played. */
  headAt: (atUs: number | null) => number | null;
};

export const PlayedScore = ({ player, headAt, ...score }: PlayedScoreProps) => {
  const headUs = useStore(player.played, ({ atUs }) => headAt(atUs));
  return <ScoreView {...score} headUs={headUs} />;
};
