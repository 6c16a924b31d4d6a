/** What this browser has saved to the keyboard before, and a way to put it back. */
import { App as AntApp } from 'antd';
import { useEffect, useState } from 'react';
import type { Board } from '../../core/board';
import { foreign } from '../../core/reading';
import { useKeyboards, type KeyboardState } from '../state/keyboards';
import { savedImages, type SavedImage } from '../state/savedImages';
import './device.css';

const SHOWN = 5;

const when = (at: number): string =>
  new Intl.DateTimeFormat(undefined, { dateStyle: 'medium', timeStyle: 'medium' }).format(at);

export const Earlier = ({ board, keyboard }: { board: Board; keyboard: KeyboardState }) => {
  const { message } = AntApp.useApp();
  const putBack = useKeyboards((state) => state.putBack);
  const [saves, setSaves] = useState<SavedImage[]>([]);
  const { saving, status } = keyboard;
  useEffect(() => {
    if (saving) return;
    let isCurrent = true;
    void savedImages(board.id).then((found) => isCurrent && setSaves(found));
    return () => {
      isCurrent = false;
    };
  }, [board.id, saving]);
  if (saves.length === 0) return null;

  const restore = async ({ slot, name, image }: SavedImage): Promise<void> => {
    try {
      await putBack(board, slot, name, image);
      void message.success(`“${foreign(name)}” is in slot ${slot + 1} again. It was read back, and it is the same.`);
    } catch (error) {
      void message.error(`It was not put back: ${error instanceof Error ? error.message : String(error)}.`);
    }
  };

  return (
    <section className="panel" aria-label="Saved before">
      <p>
        <strong>Saved before</strong> <span className="soft">from this browser</span>
      </p>
      <ul className="plain-list">
        {saves.slice(0, SHOWN).map((save) => (
          <li key={save.id} className="section-line">
            <span>
              <bdi>{save.name}</bdi>{' '}
              <span className="soft">
                slot {save.slot + 1} · {when(save.at)}
              </span>
            </span>
            <button
              type="button"
              className="word"
              disabled={status !== 'connected' || saving !== null}
              onClick={() => void restore(save)}
            >
              Put this back
            </button>
          </li>
        ))}
      </ul>
    </section>
  );
};
