/** What a board begins with: a starting board of some form and size, or a file. */
import { Button, InputNumber, Segmented } from 'antd';
import { useMemo, useState } from 'react';
import { FAMILIES, FORM_NAMES, startingBoard, type Board, type Chosen, type Family } from '../../core/board';
import { BoardPicture } from '../shared/BoardPicture';
import { Dialog } from '../shared/Dialog';
import './BeginWith.css';

const SIZES = ['rows', 'columns', 'thumbs'] as const;
const SIZE_NAMES = { rows: 'rows', columns: 'columns', thumbs: 'thumb keys' } as const;

type BeginWithProps = { onBegin: (board: Board) => void; onFile: () => void };

/** The choices of one family, with the board as it comes out. */
const FamilyDialog = ({
  family,
  onBegin,
  onClose,
}: {
  family: Family;
  onBegin: (board: Board) => void;
  onClose: () => void;
}) => {
  const [chosen, setChosen] = useState<Chosen>({});
  const board = useMemo(() => startingBoard(family, chosen), [family, chosen]);
  return (
    <Dialog
      width={620}
      title={family.name}
      okText="Draw on this"
      okButtonProps={{ autoFocus: true }}
      onOk={() => onBegin({ ...board, name: `${family.name.split(',')[0] ?? ''} ${board.keys.length}` })}
      onCancel={onClose}
    >
      <div className="family-choices">
        {family.forms.length > 0 && (
          <Segmented
            aria-label="Form"
            value={chosen.form ?? family.forms[0] ?? 'ansi'}
            options={family.forms.map((form) => ({ value: form, label: FORM_NAMES[form] }))}
            onChange={(form) => setChosen({ ...chosen, form })}
          />
        )}
        {SIZES.map((size) => {
          const choice = family.choices[size];
          return (
            choice && (
              <label key={size}>
                {SIZE_NAMES[size]}{' '}
                <InputNumber
                  aria-label={SIZE_NAMES[size]}
                  min={choice.least}
                  max={choice.most}
                  precision={0}
                  value={chosen[size] ?? choice.usual}
                  onChange={(value) => setChosen({ ...chosen, [size]: value ?? choice.usual })}
                />
              </label>
            )
          );
        })}
        <span className="soft">{board.keys.length} keys</span>
      </div>
      <BoardPicture board={board} className="family-picture" />
    </Dialog>
  );
};

export const BeginWith = ({ onBegin, onFile }: BeginWithProps) => {
  const [family, setFamily] = useState<Family | null>(null);
  const pictures = useMemo(() => FAMILIES.map((one) => ({ family: one, board: startingBoard(one) })), []);
  return (
    <section className="panel begin-with" aria-labelledby="begin-title">
      <h2 id="begin-title">Begin with</h2>
      <ul>
        {pictures.map(({ family: one, board }) => (
          <li key={one.id}>
            <button type="button" className="begin-board" onClick={() => setFamily(one)}>
              <BoardPicture board={board} />
              <strong>{one.name}</strong>
              <span className="soft">
                {board.keys.length}
                {one.forms.length > 0 && ` · ${one.forms.map((form) => FORM_NAMES[form]).join(' ')}`}
              </span>
            </button>
          </li>
        ))}
      </ul>
      <Button type="link" className="begin-file" onClick={onFile}>
        A board file …
      </Button>
      {family && (
        <FamilyDialog
          family={family}
          onBegin={(board) => {
            setFamily(null);
            onBegin(board);
          }}
          onClose={() => setFamily(null)}
        />
      )}
    </section>
  );
};
