/** What can be done with the profiles that are chosen. */
import { App as AntApp, Button, Checkbox } from 'antd';
import { useRef, useState } from 'react';
import { useNavigate } from 'react-router';
import { Unreadable } from '../../core/reading';
import { saveBundle } from './saveBundle';
import './Chosen.css';

const MOST_COMPARED = 6;

type ChosenProps = { ids: readonly string[]; all: readonly string[]; onChoose: (ids: readonly string[]) => void };

export const Chosen = ({ ids, all, onChoose }: ChosenProps) => {
  const { message } = AntApp.useApp();
  const navigate = useNavigate();
  const [withSnapshots, setWithSnapshots] = useState(false);
  const [done, setDone] = useState<{ count: number; of: number } | null>(null);
  const isStopped = useRef(false);

  const save = async (): Promise<void> => {
    isStopped.current = false;
    setDone({ count: 0, of: ids.length });
    try {
      const archives = await saveBundle(
        ids,
        withSnapshots,
        (count, of) => setDone({ count, of }),
        () => isStopped.current,
      );
      if (archives > 1)
        void message.success(
          `It took ${archives} archives. To bring everything back, choose all of them at once in “From a file”.`,
          10,
        );
    } catch (error) {
      void message.error(
        `The bundle was not made: ${error instanceof Unreadable ? error.reason : 'something went wrong'}.`,
      );
    }
    setDone(null);
  };

  return (
    <p className="shelf-chosen panel" role="group" aria-label="The chosen profiles">
      <strong>{ids.length} chosen</strong>
      <Button
        type="primary"
        disabled={ids.length < 2 || ids.length > MOST_COMPARED}
        title={ids.length > MOST_COMPARED ? 'Six can be compared at the most' : ''}
        onClick={() => void navigate(`/compare?with=${ids.join(',')}`)}
      >
        Compare
      </Button>
      <Button disabled={done !== null} onClick={() => void save()}>
        Save as a bundle
      </Button>
      {done && (
        <span role="status" className="chosen-progress">
          Packing, {done.count} of {done.of} …{' '}
          <button type="button" className="word" onClick={() => (isStopped.current = true)}>
            Stop
          </button>
        </span>
      )}
      <Checkbox checked={withSnapshots} onChange={({ target }) => setWithSnapshots(target.checked)}>
        with snapshots
      </Checkbox>
      {ids.length < all.length && (
        <button type="button" className="word" onClick={() => onChoose(all)}>
          Choose all {all.length}
        </button>
      )}
      <button type="button" className="word" onClick={() => onChoose([])}>
        Choose none
      </button>
    </p>
  );
};
