/** What the lamps of the chosen keys and of the layer show: a line above the board while it is drawn as it glows. */
import { Checkbox } from 'antd';
import { useState } from 'react';
import { linesEdit, shownBy, shownOn, withShownBy, withShownOn, type GlowLine } from '../../core/profile';
import { keysTitle } from '../shared/keyNames';
import type { Bench } from '../shared/useBench';
import { LampsDialog } from './LampsDialog';
import { ShowsChoice } from './ShowsChoice';
import './lamps.css';

const NO_LINES: readonly GlowLine[] = [];

export const LampLine = ({ bench }: { bench: Bench }) => {
  const { profile, board, layer, selectedKey, selectedKeys, edit } = bench;
  const [isOpen, setIsOpen] = useState(false);
  const lines = profile.glow ?? NO_LINES;
  const keys = keysTitle(board, profile, selectedKeys);
  const own = shownBy(lines, layer.id, selectedKey);
  const all = shownOn(lines, layer.id);
  const change = (to: readonly GlowLine[], what: string): void => edit(linesEdit('glow', lines, to), what);
  return (
    <div className="lamp-choices" role="group" aria-label="Lamps">
      <span className="shows-choice">
        <span>
          <span className="soft">lamp of</span> <strong>{keys}</strong>
        </span>
        <ShowsChoice
          of={`Lamp of ${keys} on ${layer.name}`}
          shows={own}
          usual={`as ${layer.name}`}
          onChoose={(shows) => change(withShownBy(lines, layer.id, selectedKeys, shows), `the lamp of ${keys}`)}
        />
      </span>
      <span className="shows-choice">
        <span>
          <span className="soft">all of</span> <strong>{layer.name}</strong>
        </span>
        <ShowsChoice
          of={`Lamps of ${layer.name}`}
          shows={all?.shows}
          usual="role, else dye"
          onChoose={(shows) =>
            change(
              withShownOn(lines, layer.id, shows === null ? null : { shows, only: all?.only ?? false }),
              `the lamps of ${layer.name}`,
            )
          }
        />
        {bench.layerIndex > 0 && (
          <Checkbox
            checked={all?.only ?? false}
            onChange={({ target }) =>
              change(
                withShownOn(lines, layer.id, { shows: all?.shows ?? 'dye', only: target.checked }),
                `the lamps of ${layer.name}`,
              )
            }
          >
            only its own keys
          </Checkbox>
        )}
      </span>
      <button type="button" className="word" onClick={() => setIsOpen(true)}>
        All lamps …
      </button>
      {isOpen && <LampsDialog bench={bench} onClose={() => setIsOpen(false)} />}
    </div>
  );
};
