/** Test strokes, run through the engine: what a plan sends for a slow, a fast, a half and an unsure press. */
import { useMemo } from 'react';
import { aloneBinding, runStroke, testStrokes, type Sent } from '../../core/probe';
import type { Board, KeyId } from '../../core/board';
import { firstProblem, isSound } from '../../core/check';
import type { Binding, Profile } from '../../core/profile';
import { mm } from './millimetres';
import './travel.css';
import './TestStrokes.css';

type TestStrokesProps = { profile: Profile; board: Board; testedKey: KeyId; does: Binding };

/** Each stroke with what is sent, or why it cannot be run. */
function useSent(profile: Profile, board: Board, key: KeyId, does: Binding) {
  return useMemo(() => {
    const stage = aloneBinding(profile, board, key, does);
    return testStrokes(board.travelUm).map(({ name, about, curve }) =>
      isSound(stage)
        ? { name, about, sent: runStroke(stage, key, curve), reason: '' }
        : { name, about, sent: [], reason: firstProblem(stage) },
    );
  }, [profile, board, key, does]);
}

/** Edges of one moment that go the same way, such as a chord going down, stand together. */
function together(sent: readonly Sent[]): Sent[][] {
  const groups: Sent[][] = [];
  for (const edge of sent) {
    const last = groups.at(-1)?.[0];
    if (last?.tUs === edge.tUs && last.down === edge.down) groups.at(-1)?.push(edge);
    else groups.push([edge]);
  }
  return groups;
}

export const TestStrokes = ({ profile, board, testedKey, does }: TestStrokesProps) => {
  const strokes = useSent(profile, board, testedKey, does);
  return (
    <table className="test-strokes" aria-label="Test strokes">
      <tbody>
        {strokes.map(({ name, about, sent, reason }) => (
          <tr key={name}>
            <th scope="row">
              {name}
              <span className="soft">{about}</span>
            </th>
            <td data-stroke={name}>
              {reason !== '' && <span className="travel-problem">{reason}</span>}
              {reason === '' && sent.length === 0 && <span className="soft">nothing</span>}
              {together(sent).map((edges, n) => {
                const [{ down, depthUm, going }] = edges as [Sent];
                return (
                  <span
                    key={n}
                    className={`sent ${down ? 'down' : 'up'}`}
                    title={`${down ? 'down' : 'up'} at ${mm(depthUm)} mm, going ${going}`}
                  >
                    {down ? '▾' : '▴'}
                    {edges.map(({ name: what }) => what).join(' ')} <small>{mm(depthUm)}</small>
                  </span>
                );
              })}
            </td>
          </tr>
        ))}
      </tbody>
    </table>
  );
};
