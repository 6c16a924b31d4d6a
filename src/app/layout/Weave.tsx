/**
 * The weave: a cut through the board along the selected row. A column is a key, a row is a layer. Where a layer passes, a
 * thread of its dye runs down, under whatever lies between, to the binding that answers when that layer is shown.
 */
import { extentOf, rowOf, type BoardKey } from '../../core/board';
import { legendOf } from '../../core/notation';
import { answerFrom, bindingOn } from '../../core/profile';
import { LARGEST, UNIT } from '../shared/Cap';
import { fit } from '../shared/CapFace';
import { keyName } from '../shared/keyNames';
import type { Bench } from '../shared/useBench';
import { textOf, threadOf } from '../theme/dyes';

/** A draft may have more layers than any board; each still has a band that can be seen. */
const LEAST_BAND = 10;
const MOST_HEIGHT = 330;
const LANE = 4.5;

export const Weave = ({ bench }: { bench: Bench }) => {
  const { profile, board, layerIndex, selectedKey, select } = bench;
  const row = rowOf(board, selectedKey);
  const count = profile.layers.length;
  const band = Math.max(LEAST_BAND, Math.min(56, MOST_HEIGHT / count));
  const width = extentOf(board).width * UNIT;
  const top = (layer: number): number => (count - 1 - layer) * band;
  const left = (key: BoardKey): number => key.x * UNIT;
  const cellWidth = (key: BoardKey): number => key.w * UNIT - 4;

  const threads = row.flatMap((key) =>
    profile.layers.flatMap((layer, index) => {
      if (index === 0 || bindingOn(layer, key.id).kind !== 'pass') return [];
      const answer = answerFrom(profile, index, key.id);
      const x = left(key) + 9 + (index - 1) * LANE;
      return [
        {
          key,
          layer,
          index,
          x,
          end: answer ? top(answer.layerIndex) + 4 : top(0) + band / 2,
          answered: answer !== undefined,
        },
      ];
    }),
  );
  const story = profile.layers
    .map((layer, index) => {
      const answer = answerFrom(profile, index, selectedKey);
      const own = answer?.layerIndex === index;
      const what = answer ? legendOf(answer.assignment, profile).main : 'nothing';
      return `${layer.name}: ${own ? what : `passes to ${what}`}`;
    })
    .toReversed()
    .join('; ');

  return (
    <section className="weave" aria-label="The weave">
      <p>
        <strong>The weave</strong>{' '}
        <span className="soft">
          the row of {keyName(board, selectedKey)}, from {profile.layers.at(-1)?.name} down to {profile.layers[0]?.name}
        </span>
      </p>
      <svg
        style={{ maxWidth: width * LARGEST }}
        viewBox={`-3 -2 ${width + 6} ${count * band + 4}`}
        role="img"
        aria-label={`${keyName(board, selectedKey)}: ${story}`}
      >
        {profile.layers.map((layer, index) => (
          <rect
            key={layer.id}
            x={0}
            y={top(index) + 2}
            width={width}
            height={band - 4}
            rx={4}
            className="weave-band"
            style={index === layerIndex ? { stroke: threadOf(layer.dye), strokeWidth: 1.6 } : undefined}
          />
        ))}
        {threads.map(({ key, layer, index, x, end }) => (
          <g
            key={`${key.id}-${layer.id}`}
            className={index === layerIndex || key.id === selectedKey ? 'thread near' : 'thread'}
            stroke={threadOf(layer.dye)}
          >
            <path d={`M${x} ${top(index) + 7}V${end}`} />
            <path d={`M${x - 3.5} ${top(index) + band / 2}H${x + 3.5}`} />
          </g>
        ))}
        {row.map((key) =>
          profile.layers.map((layer, index) => {
            const assignment = layer.keys[key.id];
            const isPass = bindingOn(layer, key.id).kind === 'pass';
            const legend = assignment && !isPass ? legendOf(assignment, profile) : { main: '', held: '', how: '' };
            const isSilent = assignment?.does.kind === 'none';
            return (
              <g
                key={`${key.id}-${layer.id}`}
                transform={`translate(${left(key)} ${top(index) + 4})`}
                className="weave-cell"
                onClick={() => select({ layer: layer.id, key: key.id })}
              >
                <rect width={cellWidth(key)} height={band - 8} fill={isPass ? 'transparent' : 'var(--panel)'} />
                {!isPass && <rect width={2.6} height={band - 8} fill={threadOf(layer.dye)} />}
                <text
                  x={6}
                  y={(band - 8) / 2 + ((legend.held || legend.how) && band > 36 ? -1 : 4)}
                  className={isSilent ? 'weave-none' : 'weave-legend'}
                >
                  {fit(legend.main, cellWidth(key) - 6, legend.main.length > 5 ? 5.8 : 6.2)}
                </text>
                {(legend.held || legend.how) && band > 36 && (
                  <text x={6} y={(band - 8) / 2 + 12} className="weave-held" style={{ fill: textOf(layer.dye) }}>
                    {fit(legend.held || legend.how, cellWidth(key) - 6, 5.4)}
                  </text>
                )}
              </g>
            );
          }),
        )}
        {threads.map(({ key, layer, index, x, end, answered }) => (
          <circle
            key={`${key.id}-${layer.id}`}
            cx={x}
            cy={end}
            r={2.8}
            className={index === layerIndex || key.id === selectedKey ? 'thread near' : 'thread'}
            stroke={threadOf(layer.dye)}
            style={{ fill: answered ? threadOf(layer.dye) : 'var(--cloth)' }}
          />
        ))}
        {row
          .filter((key) => key.id === selectedKey)
          .map((key) => (
            <rect
              key={key.id}
              x={left(key) - 2.5}
              y={0}
              width={cellWidth(key) + 5}
              height={count * band}
              rx={5}
              className="weave-column"
              style={{ stroke: threadOf(profile.layers[layerIndex]?.dye ?? 'indigo') }}
            />
          ))}
      </svg>
      <p className="soft">
        A thread shows that a key passes there: it runs under what lies between and ends where it is answered.
      </p>
    </section>
  );
};
