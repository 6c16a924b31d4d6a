/** What was meant as running text; where something else came it stands below, marked, with the decision that explains it. */
import { useState, type ReactNode } from 'react';
import { useNavigate } from 'react-router';
import type { Board } from '../../core/board';
import { readStrokes, strokesUntil } from '../../core/files';
import type { Profile } from '../../core/profile';
import type { Slip } from '../../core/typing';
import type { LookedAt } from '../../workers/tuneOrder';
import { keyLegend } from '../shared/keyNames';
import { handOver, placeOfTrial } from '../state/handed';
import type { Take } from '../state/takes';
import { slipSentence } from './slipWords';
import './MeantAndCame.css';

type Props = {
  take: Take | undefined;
  looked: LookedAt | null;
  trouble: string;
  board: Board;
  profile: Profile;
};

/** So many tokens are drawn at once; what lies further on is gone to by its slips. */
const SHOWN = 1400;
/** So long after a slip the fingers go on where its story is told. */
const BEHIND_US = 1_000_000;

type Piece = { text: string; slip: Slip | null; came: string };

/** What was meant in pieces: stretches that went well, and slips. */
function piecesOf({ looked }: LookedAt, from: number, to: number): Piece[] {
  const { meant, came, slips } = looked;
  const pieces: Piece[] = [];
  let at = from;
  const plain = (until: number): void => {
    if (until > at) pieces.push({ text: meant.slice(at, until).join(''), slip: null, came: '' });
    at = Math.max(at, until);
  };
  for (const slip of slips) {
    const [begins, ends] = slip.meant;
    if (ends < from || begins > to) continue;
    plain(begins);
    pieces.push({ text: meant.slice(begins, ends).join(''), slip, came: came.slice(...slip.came).join('') });
    at = Math.max(at, ends);
  }
  plain(to);
  return pieces;
}

/** A text, or a sign where there is none, which is read as what it is. */
const shownOr = (text: string, sign: string): ReactNode =>
  text !== '' ? (
    text
  ) : (
    <>
      <span aria-hidden="true">{sign}</span>
      <span className="visually-hidden">nothing</span>
    </>
  );

export const MeantAndCame = ({ take, looked, trouble, board, profile }: Props) => {
  const navigate = useNavigate();
  const [chosen, setChosen] = useState<Slip | null>(null);
  const slips = looked?.looked.slips ?? [];
  const meant = looked?.looked.meant ?? [];
  const shown = slips.find((slip) => slip === chosen) ?? null;
  const place = chosen && !shown ? -1 : shown ? slips.indexOf(shown) : -1;
  const from = shown ? Math.max(0, Math.min(shown.meant[0] - SHOWN / 2, meant.length - SHOWN)) : 0;
  const go = (by: number): void => {
    const next = slips[(place < 0 ? (by > 0 ? 0 : slips.length - 1) : place + by + slips.length) % slips.length];
    if (next) setChosen(next);
  };
  /** The same fingers, up to a little after the slip, on the trial bench: there its story stands moment by moment. */
  const tell = (slip: Slip): void => {
    const { press, atUs } = slip;
    const untilUs = Math.max(atUs, press?.pressedUs ?? 0) + BEHIND_US;
    handOver(placeOfTrial(profile.id, board.id), {
      samples: take ? readStrokes(strokesUntil(take.strokes, untilUs), board) : [],
      press: press && !press.isJoint ? { key: press.key, pressedUs: press.pressedUs } : null,
    });
    void navigate(`/profile/${profile.id}/trial`);
  };
  return (
    <section className="panel meant-and-came" aria-label="What was meant, and what came">
      <p className="section-line">
        <span>
          <strong>What was meant, and what came</strong>{' '}
          {looked && (
            <span className="soft" data-testid="slips">
              {slips.length === 0
                ? `no slip in ${meant.length} characters`
                : `${slips.length} slip${slips.length === 1 ? '' : 's'} in ${meant.length} characters`}
            </span>
          )}
        </span>
        {slips.length > 0 && (
          <span>
            <button type="button" className="word" aria-label="The slip before" onClick={() => go(-1)}>
              ◂
            </button>
            <button type="button" className="word" aria-label="The next slip" onClick={() => go(1)}>
              ▸
            </button>
          </span>
        )}
      </p>
      {trouble !== '' ? (
        <p role="alert">{trouble}</p>
      ) : !take ? (
        <p className="soft">
          Here stands what you meant, with what came instead marked under it: a roll that became a shortcut, a capital
          that was none.
        </p>
      ) : !looked ? (
        <p className="soft" role="status">
          Playing it through the engine …
        </p>
      ) : (
        <p className="running-text">
          {piecesOf(looked, from, Math.min(meant.length, from + SHOWN)).map((piece, n) =>
            piece.slip ? (
              <button
                key={n}
                type="button"
                className={`meant-slip ${piece.slip.kind === 'hand' ? 'by-hand' : ''}`}
                aria-pressed={piece.slip === shown}
                onClick={() => setChosen(piece.slip === shown ? null : piece.slip)}
              >
                {shownOr(piece.text, '‸')}
                <span className="visually-hidden"> was meant, </span>
                <span className="slip-came">{shownOr(piece.came, '—')}</span>
                <span className="visually-hidden"> came</span>
              </button>
            ) : (
              <span key={n}>{piece.text}</span>
            ),
          )}
        </p>
      )}
      {shown && looked && (
        <p className="slip-story" role="status">
          {slipSentence(shown, looked, profile, (key) => keyLegend(board, profile, key))}{' '}
          <button type="button" className="word" onClick={() => tell(shown)}>
            Its story, moment by moment
          </button>
        </p>
      )}
    </section>
  );
};
