/**
 * Takes a copy of a profile to another board. Both boards are shown: where each key goes, and why there. A key is chosen on the upper one
 * and sent to another place on the lower one. What will not come along is said before anything is made.
 */
import { Button } from 'antd';
import { useMemo, useState } from 'react';
import { useNavigate } from 'react-router';
import { keyMapOf, movedToBoard, withTarget } from '../../core/probe';
import { contactOf, type Board, type BoardKey, type KeyId } from '../../core/board';
import { legendOf } from '../../core/notation';
import type { Profile } from '../../core/profile';
import { BoardView } from '../shared/BoardView';
import type { KeyFace } from '../shared/Cap';
import { keyName } from '../shared/keyNames';
import { useHosts } from '../state/hosts';
import { newProfileId } from '../state/ids';
import { useShelf } from '../state/shelf';
import { Dialog } from '../shared/Dialog';
import './OtherBoardDialog.css';

type OtherBoardDialogProps = { profile: Profile; from: Board; to: Board; name: string; onClose: () => void };

const BY = { code: 'the same code', place: 'the same finger, row and column', choice: 'as you said' } as const;

export const OtherBoardDialog = ({ profile, from, to, name, onClose }: OtherBoardDialogProps) => {
  const add = useShelf((state) => state.add);
  const navigate = useNavigate();
  const { state } = useHosts([profile.hostLayout]);
  const [map, setMap] = useState(() => keyMapOf(from, to));
  const [chosen, setChosen] = useState<KeyId>(from.keys[0]?.id ?? '');
  const { lost, profile: preview } = useMemo(
    () => movedToBoard(profile, from, to, profile.id, name, map),
    [profile, from, to, name, map],
  );
  const take = (): void => {
    const { profile: moved } = movedToBoard(profile, from, to, newProfileId(), name, map);
    void add(moved);
    onClose();
    void navigate(`/profile/${moved.id}/layout`);
  };
  const target = map.get(chosen);
  const legendOn = (shown: Profile, key: KeyId): string => {
    const assignment = shown.layers[0]?.keys[key];
    return assignment && state === 'here' ? legendOf(assignment, shown).main : '';
  };
  const faceFrom = (key: BoardKey): KeyFace => {
    const there = map.get(contactOf(from, key.id));
    return {
      label: `${legendOn(profile, contactOf(from, key.id))} ${keyName(from, key.id)} goes ${there ? `to ${keyName(to, there.to)}, ${BY[there.by]}` : 'nowhere'}`,
      className: `${key.id === chosen ? 'selected' : ''} ${there ? (there.by === 'code' ? '' : 'map-placed') : 'map-lost'}`,
      cap: { main: legendOn(profile, contactOf(from, key.id)) },
    };
  };
  const faceTo = (key: BoardKey): KeyFace => ({
    label: `${legendOn(preview, contactOf(to, key.id))} ${keyName(to, key.id)}${key.id === target?.to ? ', where the chosen key goes' : ''}`,
    className: key.id === target?.to ? 'selected' : '',
    cap: { main: legendOn(preview, contactOf(to, key.id)) },
  });
  return (
    <Dialog
      width={820}
      title={`A copy of “${profile.name}” for the ${to.name}`}
      okText="Make the copy"
      onOk={take}
      onCancel={onClose}
      className="map-dialog"
    >
      <p>
        Keys with the same code take over what they do, then those under the same finger. The original stays as it is.
      </p>
      <div className="map-boards">
        <BoardView
          board={from}
          face={faceFrom}
          label={`${from.name}, from where`}
          selected={chosen}
          onSelect={setChosen}
        />
        <p role="status">
          <strong>{keyName(from, chosen)}</strong>{' '}
          {target ? (
            <>
              goes to <strong>{keyName(to, target.to)}</strong> <span className="soft">({BY[target.by]})</span>{' '}
              <button type="button" className="word" onClick={() => setMap(withTarget(map, chosen, null))}>
                Leave it out
              </button>
            </>
          ) : (
            'goes nowhere: choose a key below for it'
          )}
          {[...map.values()].some(({ by }) => by === 'choice') && (
            <Button type="link" size="small" onClick={() => setMap(keyMapOf(from, to))}>
              As it was at first
            </Button>
          )}
        </p>
        <BoardView
          board={to}
          face={faceTo}
          label={`${to.name}, to where`}
          onChoose={(key) => setMap(withTarget(map, chosen, contactOf(to, key)))}
        />
      </div>
      {lost.length === 0 ? (
        <p>Everything comes along.</p>
      ) : (
        <>
          <p>
            {lost.length} thing{lost.length > 1 ? 's do' : ' does'} not come along:
          </p>
          <ul className="shelf-lost" tabIndex={0} aria-label="What does not come along">
            {lost.map(({ layer, key, message }) => (
              <li key={`${layer}/${key}/${message}`}>
                {layer !== '' && <strong>{layer}: </strong>}
                {message}
              </li>
            ))}
          </ul>
        </>
      )}
    </Dialog>
  );
};
