/** The list of what one should look at: where, why, a way there, and the fix as one click. */
import { useNavigate } from 'react-router';
import type { Board } from '../../core/board';
import type { Profile } from '../../core/profile';
import { MOST_LISTED, shown } from '../../core/reading';
import { lookAtMacro } from '../state/macroDesks';
import { useSelection } from '../state/selection';
import { useShelf } from '../state/shelf';
import { textOf } from '../theme/dyes';
import { keyTitle } from './keyNames';
import { toLookAt, type ToLookAt } from './problems';
import './LookAtList.css';

type LookAtListProps = { items: readonly ToLookAt[]; profile: Profile; board: Board };

export const LookAtList = ({ items, profile, board }: LookAtListProps) => {
  const navigate = useNavigate();
  const select = useSelection((state) => state.select);
  const edit = useShelf((state) => state.edit);
  const notify = useShelf((state) => state.notify);
  /** A fix is for the profile as it is now: what is listed may be a moment old. */
  const mend = ({ id }: ToLookAt): void => {
    const { fix, fixName = 'a fix' } = toLookAt(profile, board).find((item) => item.id === id) ?? {};
    const refused = fix && edit(profile.id, fix, fixName);
    if (refused !== undefined) notify(`Not changed: ${refused}`);
  };
  return (
    <ul className="look-at">
      {items.slice(0, MOST_LISTED).map((item) => {
        const layer = profile.layers.find(({ id }) => id === item.layer);
        return (
          <li key={item.id} className={item.isProblem ? 'problem' : 'advice'}>
            {layer && (
              <strong style={{ color: textOf(layer.dye) }}>
                <bdi>{layer.name}</bdi>
                {item.key !== undefined && ` · ${keyTitle(board, profile, item.key)}`}
              </strong>
            )}{' '}
            {shown(item.message)}{' '}
            {item.macro !== undefined && (
              <button
                type="button"
                className="word"
                onClick={() => {
                  lookAtMacro(profile.id, item.macro ?? '');
                  void navigate(`/profile/${profile.id}/macros`);
                }}
              >
                Show
              </button>
            )}
            {layer && (
              <button
                type="button"
                className="word"
                onClick={() => {
                  select(profile.id, { layer: layer.id, ...(item.key !== undefined && { key: item.key }) });
                  void navigate(`/profile/${profile.id}/layout`);
                }}
              >
                Show
              </button>
            )}
            {item.fix && (
              <button type="button" className="word" onClick={() => mend(item)}>
                {item.fixName}
              </button>
            )}
          </li>
        );
      })}
      {items.length > MOST_LISTED && <li className="soft">and {items.length - MOST_LISTED} more</li>}
    </ul>
  );
};
