/** All shortcuts on one sheet. */
import { Modal } from 'antd';
import { Fragment } from 'react';

const SHORTCUTS: readonly (readonly [keys: string, what: string])[] = [
  ['← → ↑ ↓', 'move between keys as they lie on the board'],
  ['Page Up / Page Down', 'a layer up, a layer down'],
  ['Enter', 'to the assign line; Enter again takes it, Escape goes back to the board'],
  ['Ctrl+Space', 'in the assign line: press the keys instead of typing them'],
  ['Delete', 'make the key a pass'],
  ['Backspace', 'make the key answer with nothing'],
  ['Ctrl+C / Ctrl+V', 'copy what the key does, and put it on another'],
  ['Ctrl+Z / Ctrl+Shift+Z', 'undo, redo'],
  ['Ctrl+K', 'find anything: keys, layers, macros, depths, commands'],
  ['Alt+1 to 6', 'Layout, Travel, Macros, Text, Trial, Device'],
  ['Ctrl+Space, Escape', 'in the text: ways to go on; to the board'],
  ['Shift+arrow, Ctrl+click', 'select several keys; an edit goes to all of them'],
  ['Ctrl+A', 'select every key of the board; Escape goes back to one'],
  ['R, Space', 'on the macro bench: record; on the score, play'],
  ['↑ ↓, ← →, Delete', 'on the score: choose events, move them, take them out'],
  ['+ − 0', 'on the score: closer, further, all of it'],
  ['↓ ↑, ← →, Del', 'on an end of the stroke loop: move it, change its way, take its part out'],
  ['← → ↑ ↓ , Enter', 'on the lanes of the trial: from bar to bar, and why it is there'],
  ['Pause or F10', 'on the trial bench: stop listening'],
  ['?', 'this sheet'],
];

export const ShortcutsDialog = ({ open, onClose }: { open: boolean; onClose: () => void }) => (
  <Modal open={open} onCancel={onClose} footer={null} title="Shortcuts" width={560}>
    <dl className="shortcuts">
      {SHORTCUTS.map(([keys, what]) => (
        <Fragment key={keys}>
          <dt>
            <kbd>{keys}</kbd>
          </dt>
          <dd>{what}</dd>
        </Fragment>
      ))}
    </dl>
  </Modal>
);
