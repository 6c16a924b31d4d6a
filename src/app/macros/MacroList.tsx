/** All macros of the profile: how long, how big, where they are used, and what they leave down. */
import { App as AntApp } from 'antd';
import { usersOf } from '../../core/advice';
import { titleOfCode } from '../../core/codes';
import { macroBytes } from '../../core/image';
import { durationOf, heldBy, leftDownBy, sayCount, sayTime } from '../../core/macro';
import type { Macro } from '../../core/profile';
import { keyTitle } from '../shared/keyNames';
import type { Bench } from '../shared/useBench';
import { useSettled } from '../shared/useSettled';
import type { MacroDesk } from './useMacroDesk';
import './MacroList.css';

type MacroListProps = { bench: Bench; desk: MacroDesk; onRecord: () => void };

const RUNS: Readonly<Record<Macro['run']['kind'], string>> = {
  times: '',
  whileHeld: 'while held',
  untilPressedAgain: 'until pressed again',
};

const isOneMacro = (before: Macro, after: Macro): boolean => before.id === after.id;

type MacroItemProps = {
  macro: Macro;
  isChosen: boolean;
  /** Where it is used, in words; empty when it is not. */
  used: string;
  onChoose: (id: string) => void;
  onTakeOut: (macro: Macro) => void;
};

/** One macro in the list. What it comes to is told a frame after it has changed: a long one takes a while to count. */
const MacroItem = ({ macro, isChosen, used, onChoose, onTakeOut }: MacroItemProps) => {
  const [settled] = useSettled(macro, isOneMacro);
  const { wholeUs, passUs, events } = durationOf(settled);
  const left = leftDownBy(settled);
  const { letsGo } = heldBy(settled);
  const time = wholeUs === null ? `${RUNS[settled.run.kind]} · ${sayTime(passUs)} a round` : sayTime(wholeUs);
  return (
    <li className={isChosen ? 'chosen' : ''}>
      <button type="button" className="macro-item" aria-pressed={isChosen} onClick={() => onChoose(macro.id)}>
        <strong>{macro.name}</strong>
        <span className="soft">
          {sayCount(events, 'event')} · {time} · {macroBytes(settled)} B
        </span>
        <span className={used === '' ? 'soft' : 'macro-used'}>{used === '' ? 'not on a key' : `on ${used}`}</span>
        {left.length > 0 && <span className="madder">leaves {left.map(titleOfCode).join(', ')} down</span>}
        {letsGo.length > 0 && <span className="macro-lets-go">releases {letsGo.map(titleOfCode).join(', ')}</span>}
      </button>
      <button
        type="button"
        className="word macro-out"
        aria-label={`Take out ${macro.name}`}
        title="Take it out"
        onClick={() => onTakeOut(macro)}
      >
        ×
      </button>
    </li>
  );
};

export const MacroList = ({ bench, desk, onRecord }: MacroListProps) => {
  const { profile, board } = bench;
  const { modal } = AntApp.useApp();
  const isFull = profile.macros.length >= board.device.macros;

  const usedOn = (id: string): string => {
    const { keys, joints } = usersOf(id, profile);
    const places = keys.map(({ layer, key }) => {
      const on = profile.layers.find((candidate) => candidate.id === layer);
      return `${keyTitle(board, profile, key)} on ${on?.name ?? layer}`;
    });
    return [...places, ...joints.map((joint) => `joint press ${joint}`)].join(', ');
  };

  const askToTakeOut = (macro: Macro): void => {
    const used = usedOn(macro.id);
    if (used === '') {
      desk.takeOut(macro.id);
      return;
    }
    modal.confirm({
      title: `${macro.name} is played by keys`,
      content: `${used}. They lose that meaning with the macro; a key that has no other passes. Undo brings everything back.`,
      okText: `Take out ${macro.name}`,
      cancelText: 'Leave it',
      onOk: () => desk.takeOut(macro.id),
    });
  };

  return (
    <section className="macro-list" aria-label="Macros">
      <p className="section-line">
        <strong>Macros</strong>
        <button type="button" className="word madder" disabled={isFull} onClick={onRecord}>
          ● Record
        </button>
      </p>
      {profile.macros.length === 0 && (
        <p className="soft">None yet. Record what your hands do, or write one down as a line.</p>
      )}
      <ul>
        {profile.macros.map((macro) => (
          <MacroItem
            key={macro.id}
            macro={macro}
            isChosen={macro.id === desk.macro?.id}
            used={usedOn(macro.id)}
            onChoose={desk.choose}
            onTakeOut={askToTakeOut}
          />
        ))}
      </ul>
      <button
        type="button"
        className="word"
        disabled={isFull}
        onClick={() => {
          desk.add({ name: `Macro ${profile.macros.length + 1}`, onPress: { lengthUs: 0, events: [] } });
          // It is named as it is made, and Enter leads on to its line.
          requestAnimationFrame(() => {
            const name = document.querySelector<HTMLInputElement>('input[aria-label="Name of the macro"]');
            name?.focus();
            name?.select();
          });
        }}
      >
        + Write one
      </button>
    </section>
  );
};
