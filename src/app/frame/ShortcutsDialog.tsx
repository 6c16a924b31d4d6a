/** All shortcuts on one sheet, by bench; it fits a window of 800 px. */
import { Fragment } from 'react';
import { Dialog } from '../shared/Dialog';
import './ShortcutsDialog.css';

type Shortcut = readonly [keys: string, what: string];

const SHORTCUTS: readonly (readonly [bench: string, shortcuts: readonly Shortcut[]])[] = [
  [
    'Everywhere',
    [
      ['Alt+1 to 7', 'Layout, Travel, Macros, Text, Trial, Practice, Device'],
      ['Ctrl+K', 'find keys, layers, macros, depths, commands'],
      ['Ctrl+Z', 'undo; with Shift, redo'],
      ['?', 'this sheet'],
    ],
  ],
  [
    'Layout',
    [
      ['← → ↑ ↓', 'to the next key that way'],
      ['Page Up / Down', 'a layer up, a layer down'],
      ['Enter', 'write its line, or just type; Enter again takes it'],
      ['Escape', 'out of the line, back to the board'],
      ['Ctrl+Space', 'in the line: press the keys instead'],
      ['Delete', 'pass: the layer below answers'],
      ['Backspace', 'none: it does nothing'],
      ['drag, Shift+arrow', 'select more keys, or Ctrl+click'],
      ['7 8 9', 'on several keys: each its own'],
      ['Tab', 'in the line: take it, on to the next key'],
      ['Ctrl+A', 'select every key'],
      ['Ctrl+C / Ctrl+V', 'copy keys to others; paste a table'],
    ],
  ],
  [
    'Travel',
    [
      ['↓ ↑', 'on an end of the loop: move it; with Shift, all of the part'],
      ['← →', 'change its way'],
      ['Delete', 'take its part out'],
    ],
  ],
  [
    'Macros',
    [
      ['R', 'record'],
      ['Space', 'on the score: play'],
      ['↑ ↓', 'on the score: choose events'],
      ['← →, Delete', 'move them, take them out'],
      ['+ − 0', 'closer, further, all of it'],
    ],
  ],
  ['Text', [['Ctrl+Space', 'ways to go on']]],
  [
    'Trial',
    [
      ['Pause or F10', 'stop listening'],
      ['← → ↑ ↓, Enter', 'on the lanes: from bar to bar, and why'],
    ],
  ],
];

const ShortcutsDialog = ({ onClose }: { onClose: () => void }) => (
  <Dialog onCancel={onClose} footer={null} title="Shortcuts" width={820} style={{ top: 40 }}>
    <div className="shortcut-benches">
      {SHORTCUTS.map(([bench, shortcuts]) => (
        <section key={bench} aria-label={bench}>
          <h2>{bench}</h2>
          <dl className="shortcuts">
            {shortcuts.map(([keys, what]) => (
              <Fragment key={keys}>
                <dt>
                  <kbd>{keys}</kbd>
                </dt>
                <dd>{what}</dd>
              </Fragment>
            ))}
          </dl>
        </section>
      ))}
    </div>
  </Dialog>
);

export default ShortcutsDialog;
