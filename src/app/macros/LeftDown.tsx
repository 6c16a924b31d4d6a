/** What is still down when the macro has played: what lets go of it, and the two things one can mean by it. */
import { whatLetsGoOf } from '../../core/advice';
import { titleOfCode } from '../../core/codes';
import { heldBy, openKeys, operations, partsOf } from '../../core/macro';
import type { Macro } from '../../core/profile';
import { keyTitle } from '../shared/keyNames';
import type { Bench } from '../shared/useBench';
import type { MacroDesk } from './useMacroDesk';
import './LeftDown.css';

export const LeftDown = ({ bench, macro, desk }: { bench: Bench; macro: Macro; desk: MacroDesk }) => {
  const { profile, board } = bench;
  const { open } = heldBy(macro);
  if (open.length === 0) return null;
  const names = open.map(titleOfCode).join(', ');
  const is = open.length === 1 ? 'is' : 'are';
  const letGo = open.flatMap((code) => {
    const { macros, keys, joints } = whatLetsGoOf(code, profile);
    return [
      ...macros.map(({ name }) => name),
      ...keys
        .slice(0, 2)
        .map(
          ({ layer, key }) =>
            `${keyTitle(board, profile, key)} on ${profile.layers.find(({ id }) => id === layer)?.name ?? layer}`,
        ),
      ...joints
        .slice(0, 2)
        .map(({ keys: together }) => `${together.map((key) => keyTitle(board, profile, key)).join(' + ')} together`),
    ];
  });
  const last = partsOf(macro).findLast(({ score }) => openKeys(score).some((code) => open.includes(code)));
  return (
    <p className="left-down" role="status">
      <strong>
        {macro.leavesHeld
          ? `When it has played, ${names} ${is} still down.`
          : `${names} ${is} not released in it; the keyboard releases it when the macro ends.`}
      </strong>
      {macro.leavesHeld && (
        <span>
          {letGo.length > 0
            ? `Released by: ${[...new Set(letGo)].join(', ')}; or by “Let go of everything” on the trial bench.`
            : 'Only “Let go of everything” on the trial bench releases it: no key on the board does.'}
        </span>
      )}
      <span className="left-down-acts">
        {!macro.leavesHeld && (
          <button
            type="button"
            className="word"
            onClick={() => desk.change({ ...macro, leavesHeld: true }, `what ${macro.name} leaves down`)}
          >
            Keep it down
          </button>
        )}
        {last && (
          <button
            type="button"
            className="word"
            onClick={() =>
              desk.change(
                { ...macro, [last.name]: operations.closeOpen(last.score) },
                `closing what is open in ${macro.name}`,
              )
            }
          >
            Close it at {Math.round(last.score.lengthUs / 1000)} ms
          </button>
        )}
      </span>
    </p>
  );
};
