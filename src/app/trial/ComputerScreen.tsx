/** What the computer really got that a watched keyboard is plugged into, beside what was sent: how much arrived, how late, and what it reads there. */
import { hostName, legendOnHost, hostLayout, pieceShown, type ShownPiece } from '../../core/hosts';
import type { TrialSession } from './session';
import { useSessionVersion } from './useTrialSession';
import './HostScreen.css';

const SHOWN = 160;
const MOST_NAMED = 4;

const inMs = (us: number): string => (us / 1000).toFixed(1);
/** From when to when, as far as these are not the same. */
const spanInMs = (least: string, most: string): string => `${least === most ? least : `${least} to ${most}`} ms`;
const textOf = (pieces: readonly ShownPiece[]): string => pieces.map(pieceShown).join('');

const Arrived = ({ session }: { session: TrialSession }) => {
  const { count, lost, missing, lateUs } = session.computer.arrivals;
  if (count + lost === 0) return 'Nothing has arrived yet.';
  const names = [...new Set(missing.map(({ code }) => legendOnHost(hostLayout(session.profile.hostLayout), code)))];
  return (
    <>
      {count} of {count + lost} presses and releases arrived
      {count > 0 && `, ${spanInMs(inMs(lateUs.least), inMs(lateUs.most))} after the keyboard`}.
      {names.length > 0 && (
        <strong>
          {' '}
          Sent, and never there{lost > missing.length ? ', of the last minutes' : ''}:{' '}
          {names.slice(0, MOST_NAMED).join(', ')}
          {names.length > MOST_NAMED ? ' …' : ''}.
        </strong>
      )}
    </>
  );
};

export const ComputerScreen = ({ session }: { session: TrialSession }) => {
  useSessionVersion(session);
  const { state: computer, arrivals } = session.computer;
  // Keyboards on USB, and those in the page, have no server that could tell.
  if (computer === undefined) return null;
  if (computer === null)
    return (
      <p className="soft host-note">
        This keyboard is plugged into no real computer; while <code>npm run host</code> has it plugged in, what really
        arrives stands here beside what is sent.
      </p>
    );
  const { plugged, tells, layout } = computer;
  if (!tells)
    return <p className="soft host-note">Plugged into {plugged}, which does not tell what has arrived there.</p>;
  const read = textOf(arrivals.pieces);
  const isSame = read !== '' && read === textOf(session.screen);
  return (
    <div data-testid="computer-text">
      <p className="host-note">
        <strong>At the computer</strong> ({plugged}): <Arrived session={session} />
      </p>
      {layout?.id ? (
        <p className="mono host-text">
          {isSame ? <span className="soft">It reads the same.</span> : textOf(arrivals.pieces.slice(-SHOWN))}
        </p>
      ) : (
        <p className="soft host-note">
          {layout ? `Its layout is ${layout.said}, which is not known here` : 'It does not say which layout it has'}:
          what it reads cannot be said.
        </p>
      )}
      {layout?.id && layout.id !== session.profile.hostLayout && (
        <p className="host-note" role="status">
          Its layout is {hostName(layout.id)}; this profile is made for {hostName(session.profile.hostLayout)}.
        </p>
      )}
    </div>
  );
};
