/** Takes a copy of a profile to another board, and says before it does what will not come along. */
import { Modal } from 'antd';
import { useNavigate } from 'react-router';
import { movedToBoard } from '../../core/probe';
import type { Board } from '../../core/board';
import type { Profile } from '../../core/profile';
import { newProfileId } from '../state/ids';
import { useShelf } from '../state/shelf';

type OtherBoardDialogProps = { profile: Profile; from: Board; to: Board; name: string; onClose: () => void };

export const OtherBoardDialog = ({ profile, from, to, name, onClose }: OtherBoardDialogProps) => {
  const add = useShelf((state) => state.add);
  const navigate = useNavigate();
  const { lost } = movedToBoard(profile, from, to, profile.id, name);
  const take = (): void => {
    const { profile: moved } = movedToBoard(profile, from, to, newProfileId(), name);
    void add(moved);
    onClose();
    void navigate(`/profile/${moved.id}/layout`);
  };
  return (
    <Modal
      open
      width={640}
      title={`A copy of “${profile.name}” for the ${to.name}`}
      okText="Make the copy"
      onOk={take}
      onCancel={onClose}
    >
      <p>Keys that send the same code take over what they do. The original stays as it is.</p>
      {lost.length === 0 ? (
        <p>Everything comes along.</p>
      ) : (
        <>
          <p>
            {lost.length} thing{lost.length > 1 ? 's do' : ' does'} not come along:
          </p>
          <ul className="shelf-lost">
            {lost.map(({ layer, key, message }) => (
              <li key={`${layer}/${key}/${message}`}>
                {layer !== '' && <strong>{layer}: </strong>}
                {message}
              </li>
            ))}
          </ul>
        </>
      )}
    </Modal>
  );
};
