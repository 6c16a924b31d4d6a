/** What can be done about characters of a text that the host's keys do not make: another layout, the host's own entry by number, or leaving them out. */
import {
  codeEntriesOf,
  HOST_IDS,
  hostLayout,
  hostName,
  hostsWith,
  lackingIn,
  namedCharacter,
  type HostLayoutId,
} from '../../core/hosts';
import { useHosts } from '../state/hosts';
import './LackingChoices.css';

/** So many characters are explained, and so many layouts are named for each. */
const MOST_CHARACTERS = 2;
const MOST_LAYOUTS = 4;

export const LackingChoices = ({ text, host }: { text: string; host: HostLayoutId }) => {
  const lacking = lackingIn(hostLayout(host), text);
  // Which layouts have a character is only known when all of them are here.
  const { state } = useHosts(lacking.length > 0 ? HOST_IDS : []);
  if (lacking.length === 0) return null;
  return (
    <div className="lacking" role="note">
      {lacking.slice(0, MOST_CHARACTERS).map(({ character }) => {
        const layouts = state === 'here' ? hostsWith(character) : [];
        const entries = codeEntriesOf(character);
        return (
          <p key={character}>
            <strong>{namedCharacter(character)}</strong> has no keys on a host with {hostName(host)}.
            {layouts.length > 0 && (
              <>
                {' '}
                It has on one with {layouts.slice(0, MOST_LAYOUTS).join(', ')}
                {layouts.length > MOST_LAYOUTS && ` and ${layouts.length - MOST_LAYOUTS} more`}.
              </>
            )}
            {entries.length > 0 && (
              <> By its number, as a macro: {entries.map(({ system, how }) => `on ${system} ${how}`).join('; ')}.</>
            )}{' '}
            Or leave it out.
          </p>
        );
      })}
      {lacking.length > MOST_CHARACTERS && <p>And {lacking.length - MOST_CHARACTERS} more, in the same way.</p>}
    </div>
  );
};
