/** A joint press: its keys are chosen on a drawing of the board, its action is typed like any other. */
import { Input, InputNumber } from 'antd';
import { nanoid } from 'nanoid';
import { useState } from 'react';
import { predicate, printAction, understand } from '../../core/notation';
import { LIMITS, type Action, type Edit, type Joint } from '../../core/profile';
import { BoardView } from '../shared/BoardView';
import { keyLegend, keyTitle } from '../shared/keyNames';
import type { Bench } from '../shared/useBench';
import { Dialog } from '../shared/Dialog';
import './JointDialog.css';

const USUAL_WINDOW_MS = 40;
const MOST_KEYS = LIMITS.jointKeys.most;

/** Whether keys that are selected are as many as a joint press can have. */
const canJoin = (keys: readonly string[]): boolean => keys.length > 1 && keys.length <= MOST_KEYS;

type JointDialogProps = { bench: Bench; joint: Joint | undefined; onClose: () => void };

/** The action a line means, or why it means none. */
function actionOf(line: string, context: Bench['profile']): { action: Action; line: string } | { reason: string } {
  const meant = understand(line, context);
  if (!meant.ok) return { reason: meant.error };
  const reading = meant.readings.find(({ binding }) => binding.kind === 'act');
  return reading?.binding.kind === 'act'
    ? { action: reading.binding.action, line: reading.line }
    : { reason: 'A joint press has one action; it has no tap and hold.' };
}

export const JointDialog = ({ bench, joint, onClose }: JointDialogProps) => {
  const { profile, board, selectedKeys, edit } = bench;
  const [keys, setKeys] = useState<string[]>(joint?.keys ?? (canJoin(selectedKeys) ? [...selectedKeys] : []));
  const [line, setLine] = useState(joint ? (printAction(joint.action, profile) ?? '') : '');
  const [withinMs, setWithinMs] = useState(joint?.withinMs ?? USUAL_WINDOW_MS);

  const others = profile.joints.filter(({ id }) => id !== joint?.id);
  const isTaken = others.some((other) => other.keys.toSorted().join() === keys.toSorted().join());
  const meant = actionOf(line, profile);
  const reason =
    keys.length < 2
      ? 'Choose two to four keys.'
      : isTaken
        ? 'There is a joint press of these keys already.'
        : 'reason' in meant && line.trim() !== ''
          ? meant.reason
          : line.trim() === ''
            ? 'Say what it does.'
            : '';

  const toggle = (key: string): void =>
    setKeys((chosen) =>
      chosen.includes(key) ? chosen.filter((other) => other !== key) : [...chosen, key].slice(-MOST_KEYS),
    );

  const put = (change: Edit, said: string): void => {
    edit(change, said);
    onClose();
  };
  const list = 'joints';
  const take = (): void => {
    if (reason !== '' || !('action' in meant)) return;
    const made: Joint = { id: joint?.id ?? `j-${nanoid(5)}`, keys, withinMs, action: meant.action };
    put(
      joint
        ? { edit: 'replace', list, id: joint.id, item: made }
        : { edit: 'insert', list, at: profile.joints.length, item: made },
      'a joint press',
    );
  };

  return (
    <Dialog
      width={640}
      title={joint ? 'Joint press' : 'New joint press'}
      okText={joint ? 'Change it' : 'Make it'}
      okButtonProps={{ disabled: reason !== '' }}
      onOk={take}
      onCancel={onClose}
      footer={(_, { OkBtn, CancelBtn }) => (
        <>
          {joint && (
            <button
              type="button"
              className="word madder"
              onClick={() => put({ edit: 'remove', list, id: joint.id }, 'taking out a joint press')}
            >
              Take it out
            </button>
          )}
          <CancelBtn />
          <OkBtn />
        </>
      )}
    >
      <p className="soft">Click the keys that are pressed together, or walk with the arrows and press Space.</p>
      <BoardView
        board={board}
        label={`${board.name}: choose the keys`}
        onChoose={toggle}
        face={(key) => ({
          className: keys.includes(key.id) ? 'selected' : '',
          label: `${keyTitle(board, profile, key.id)}${keys.includes(key.id) ? ', chosen' : ''}`,
          cap: { main: keyLegend(board, profile, key.id), below: !keys.includes(key.id) },
        })}
      />
      <div className="joint-fields">
        <Input
          className="mono"
          aria-label="What the joint press does"
          data-begins={keys.length > 1 ? '' : undefined}
          placeholder="Esc, while Cues, Ctrl+Z …"
          value={line}
          onChange={({ target }) => setLine(target.value)}
          onPressEnter={take}
        />
        <label>
          within{' '}
          <InputNumber
            min={LIMITS.jointMs.least}
            max={LIMITS.jointMs.most}
            precision={0}
            aria-label="Window in milliseconds"
            value={withinMs}
            onChange={(value) => value !== null && setWithinMs(Math.round(value))}
          />{' '}
          ms
        </label>
      </div>
      <p role="status" className={reason === '' ? '' : 'soft'}>
        {reason === '' && 'action' in meant
          ? `${keys.map((key) => keyLegend(board, profile, key)).join(' and ')} within ${withinMs} ms: it ${predicate(meant.action, 'until up', profile)}${meant.line === line.trim() ? '' : ` (${meant.line})`}.`
          : reason}
      </p>
    </Dialog>
  );
};
