/**
 * The weave: a cut through the board along the selected row. A column is a key, a row is a layer. Where a layer passes, a
 * thread of its dye runs down, under whatever lies between, to the binding that answers when that layer is shown. A layer's
 * row is drawn anew only when something in it has changed.
 */
import { Fragment, memo, useMemo, useRef, useState, type MouseEvent, type PointerEvent } from 'react';
import { extentOf, rowOf, type BoardKey, type KeyId } from '../../core/board';
import { lampWords, legendOf } from '../../core/notation';
import { answerFrom, bindingOn, type Assignment, type Dye, type Profile } from '../../core/profile';
import { UNIT } from '../shared/Cap';
import { fit } from '../shared/CapFace';
import { keyTitle } from '../shared/keyNames';
import type { Bench } from '../shared/useBench';
import { Term } from '../shared/Term';
import { useProfileWords } from '../shared/useFaces';
import { textOf, threadOf } from '../theme/dyes';
import { useKeyMoves } from './useKeyMoves';
import './Weave.css';

/** A draft may have more layers than any board; each still has a band that can be seen. */
const LEAST_BAND = 10;
/** Few layers have higher bands, so that a small profile does not leave the page bare. */
const MOST_BAND = 62;
const MOST_HEIGHT = 330;
const LANE = 4.5;

/** A layer's row in the weave, and what it takes to draw it. */
type RowProps = {
  profile: Profile;
  index: number;
  row: readonly BoardKey[];
  /** What the layer does with the keys of the row. */
  own: readonly (Assignment | undefined)[];
  /** Which keys of the row the base answers: where threads end. */
  answered: string;
  /** What all legends are about besides. */
  words: object;
  band: number;
  isShown: boolean;
  selectedKey: KeyId;
};

const isSameRow = (before: RowProps, after: RowProps): boolean =>
  before.words === after.words &&
  before.row === after.row &&
  before.index === after.index &&
  before.band === after.band &&
  before.isShown === after.isShown &&
  before.selectedKey === after.selectedKey &&
  before.answered === after.answered &&
  before.profile.layers.length === after.profile.layers.length &&
  before.own.every((assignment, n) => assignment === after.own[n]);

/** Legends that were worked out, by what they are of. */
const known = new WeakMap<Assignment, { words: object; legend: ReturnType<typeof legendOf> }>();

function legendIn({ profile, words }: RowProps, assignment: Assignment): ReturnType<typeof legendOf> {
  const before = known.get(assignment);
  if (before?.words === words) return before.legend;
  const legend = legendOf(assignment, profile);
  known.set(assignment, { words, legend });
  return legend;
}

const topOf = ({ profile, band }: Pick<RowProps, 'profile' | 'band'>, index: number): number =>
  (profile.layers.length - 1 - index) * band;

/** The keys of a row that the layer passes, with where their threads lie and end. */
function threadsOf(props: RowProps): { key: KeyId; x: number; end: number; isAnswered: boolean }[] {
  const { profile, index, row, own, answered, band } = props;
  if (index === 0) return [];
  return row.flatMap((key, n) => {
    if ((own[n]?.does.kind ?? 'pass') !== 'pass') return [];
    const isAnswered = answered[n] === '1';
    const end = topOf({ profile, band }, 0) + (isAnswered ? 4 : band / 2);
    return [{ key: key.id, x: key.x * UNIT + 9 + (index - 1) * LANE, end, isAnswered }];
  });
}

/** One path for what stands out and one for the rest, so that many keys stay cheap to draw. */
const Split = ({ near, far, dye, isFilled }: { near: string; far: string; dye: Dye; isFilled: boolean }) => {
  const style = isFilled ? { fill: threadOf(dye) } : undefined;
  return (
    <g stroke={threadOf(dye)}>
      {far !== '' && <path className="thread" d={far} style={style} />}
      {near !== '' && <path className="thread near" d={near} style={style} />}
    </g>
  );
};

const circle = (x: number, y: number): string => `M${x - 2.8} ${y}a2.8 2.8 0 1 0 5.6 0a2.8 2.8 0 1 0 -5.6 0z`;

/** A layer's threads, which lie under everything. */
const Threads = memo((props: RowProps) => {
  const { profile, index, isShown, selectedKey, band } = props;
  const top = topOf(props, index);
  const drawn = { near: '', far: '' };
  for (const { key, x, end } of threadsOf(props))
    drawn[isShown || key === selectedKey ? 'near' : 'far'] += `M${x} ${top + 7}V${end}M${x - 3.5} ${top + band / 2}h7`;
  return <Split {...drawn} dye={profile.layers[index]?.dye ?? 'iron'} isFilled={false} />;
}, isSameRow);
Threads.displayName = 'Threads';

/** Where a layer's threads end: filled where they are answered. */
const Ends = memo((props: RowProps) => {
  const { profile, index, isShown, selectedKey } = props;
  const dye = profile.layers[index]?.dye ?? 'iron';
  const drawn = { near: '', far: '', open: '' };
  for (const { key, x, end, isAnswered } of threadsOf(props))
    drawn[!isAnswered ? 'open' : isShown || key === selectedKey ? 'near' : 'far'] += circle(x, end);
  return (
    <>
      <Split near={drawn.near} far={drawn.far} dye={dye} isFilled />
      {drawn.open !== '' && (
        <path className="thread near" stroke={threadOf(dye)} style={{ fill: 'var(--cloth)' }} d={drawn.open} />
      )}
    </>
  );
}, isSameRow);
Ends.displayName = 'Ends';

/** What a layer assigns in the row. */
const Legends = memo((props: RowProps) => {
  const { profile, index, row, own, band } = props;
  const layer = profile.layers[index];
  if (!layer) return null;
  const top = topOf(props, index) + 4;
  const middle = top + (band - 8) / 2;
  const assigned = row.flatMap((key, n) => {
    const assignment = own[n];
    return assignment && assignment.does.kind !== 'pass' ? [{ key, assignment }] : [];
  });
  const shapes = assigned.map(({ key }) => {
    const left = key.x * UNIT;
    return {
      ground: `M${left} ${top}h${key.w * UNIT - 4}v${band - 8}h-${key.w * UNIT - 4}z`,
      edge: `M${left} ${top}h2.6v${band - 8}h-2.6z`,
    };
  });
  const texts = assigned.map(({ key, assignment }) => {
    const left = key.x * UNIT;
    const width = key.w * UNIT - 4;
    const { main, held, how } = legendIn(props, assignment);
    const second = band > 36 ? held || how : '';
    return (
      <Fragment key={key.id}>
        <text
          x={left + 6}
          y={middle + (second ? -1 : 4)}
          className={assignment.does.kind === 'none' ? 'weave-none' : 'weave-legend'}
        >
          {fit(main, width - 6, main.length > 5 ? 5.8 : 6.2)}
        </text>
        {second && (
          <text x={left + 6} y={middle + 12} className="weave-held" style={{ fill: textOf(layer.dye) }}>
            {fit(second, width - 6, 5.4)}
          </text>
        )}
      </Fragment>
    );
  });
  return (
    <g>
      <path d={shapes.map(({ ground }) => ground).join('')} fill="var(--panel)" />
      <path d={shapes.map(({ edge }) => edge).join('')} fill={threadOf(layer.dye)} />
      {texts}
    </g>
  );
}, isSameRow);
Legends.displayName = 'Legends';

/** How high the weave is drawn, in drawing units. */
export const weaveHeight = (layers: number): number => layers * bandOf(layers) + 4;
const bandOf = (layers: number): number => Math.max(LEAST_BAND, Math.min(MOST_BAND, MOST_HEIGHT / layers));

export const Weave = memo(({ bench }: { bench: Bench }) => {
  const { profile, board, layerIndex, selectedKey, select } = bench;
  const words = useProfileWords(profile);
  const rowIds = rowOf(board, selectedKey)
    .map(({ id }) => id)
    .join('\n');
  // Keys of one row choose the same row, and it is the same object then.
  const row = useMemo(() => board.keys.filter(({ id }) => rowIds.split('\n').includes(id)), [board, rowIds]);
  const count = profile.layers.length;
  const band = bandOf(count);
  const width = extentOf(board).width * UNIT;
  const top = (layer: number): number => (count - 1 - layer) * band;
  const answered = row.map((key) => (bindingOn(profile.layers[0], key.id).kind === 'pass' ? '0' : '1')).join('');
  const title = keyTitle(board, profile, selectedKey);
  /** While which lamp a layer is shown, behind its name. */
  const shownWhile = (layerId: string): string =>
    lampWords(profile, layerId)
      .map((lamp) => `, while ${lamp}`)
      .join(' or');
  const story = profile.layers
    .map((layer, index) => {
      const answer = answerFrom(profile, index, selectedKey);
      const own = answer?.layerIndex === index;
      const what = answer ? legendOf(answer.assignment, profile).main : 'nothing';
      return `${layer.name}${shownWhile(layer.id)}: ${own ? what : `passes to ${what}`}`;
    })
    .toReversed()
    .join('; ');

  /** A place in the weave chooses its layer and its key. */
  const choose = ({ clientX, clientY, currentTarget }: MouseEvent<SVGSVGElement>): void => {
    const place = new DOMPoint(clientX, clientY).matrixTransform(currentTarget.getScreenCTM()?.inverse());
    const layer = profile.layers[count - 1 - Math.floor(place.y / band)];
    const key = row.find(({ x, w }) => place.x >= x * UNIT && place.x < (x + w) * UNIT);
    if (layer && key) select({ layer: layer.id, key: key.id });
  };

  const moves = useKeyMoves(bench);
  const wasDragged = useRef(false);
  /** Which layer's band a pointer is over. */
  const bandAt = ({ clientX, clientY, currentTarget }: PointerEvent<SVGSVGElement>): number => {
    const { y } = new DOMPoint(clientX, clientY).matrixTransform(currentTarget.getScreenCTM()?.inverse());
    return count - 1 - Math.floor(y / band);
  };
  const [drag, setDrag] = useState<{ from: number; to: number }>();
  const isDragging = drag !== undefined && drag.to !== drag.from;
  const drop = (event: PointerEvent<SVGSVGElement>): void => {
    const [from, to] = [profile.layers[drag?.from ?? -1], profile.layers[bandAt(event)]];
    setDrag(undefined);
    if (isDragging && from && to)
      moves.putOn(
        to.id,
        from.id,
        row.map(({ id, contact }) => contact ?? id),
      );
  };

  return (
    <section className="weave" aria-label="The weave">
      <p>
        <strong>The weave</strong> <Term word="Weave" />{' '}
        <span className="soft">
          {count === 1
            ? `the row of ${title}: one layer, so every key answers on it`
            : `the row of ${title}, from ${profile.layers.at(-1)?.name} down to ${profile.layers[0]?.name}`}
          {profile.layers
            .map(({ id, name }) => [name, shownWhile(id)])
            .flatMap(([name, lamp]) => (lamp ? [` · ${name}${lamp.replace(',', '')}`] : []))}
        </span>
      </p>
      <svg
        viewBox={`-3 -2 ${width + 6} ${weaveHeight(count)}`}
        preserveAspectRatio="xMinYMin meet"
        role="img"
        aria-label={`${title}: ${story}`}
        onClick={(event) => !wasDragged.current && choose(event)}
        onPointerDown={(event) => {
          wasDragged.current = false;
          if (event.button === 0 && count > 1) setDrag({ from: bandAt(event), to: bandAt(event) });
        }}
        onPointerMove={(event) => {
          if (!drag) return;
          const to = bandAt(event);
          if (to === drag.to) return;
          if (to !== drag.from) {
            wasDragged.current = true;
            event.currentTarget.setPointerCapture(event.pointerId);
          }
          setDrag({ ...drag, to });
        }}
        onPointerUp={drop}
        onPointerCancel={() => setDrag(undefined)}
      >
        {profile.layers.map((layer, index) => (
          <rect
            key={layer.id}
            x={0}
            y={top(index) + 2}
            width={width}
            height={band - 4}
            rx={4}
            className={isDragging && index === drag.to ? 'weave-band weave-target' : 'weave-band'}
            style={index === layerIndex ? { stroke: threadOf(layer.dye), strokeWidth: 1.6 } : undefined}
          />
        ))}
        {[Threads, Legends, Ends].map((Part, n) => (
          <g key={n}>
            {profile.layers.map((layer, index) => (
              <Part
                key={layer.id}
                profile={profile}
                index={index}
                row={row}
                own={row.map((key) => layer.keys[key.id])}
                answered={answered}
                words={words}
                band={band}
                isShown={index === layerIndex}
                selectedKey={selectedKey}
              />
            ))}
          </g>
        ))}
        {row
          .filter((key) => key.id === selectedKey)
          .map((key) => (
            <rect
              key={key.id}
              x={key.x * UNIT - 2.5}
              y={0}
              width={key.w * UNIT + 1}
              height={count * band}
              rx={5}
              className="weave-column"
              style={{ stroke: threadOf(profile.layers[layerIndex]?.dye ?? 'indigo') }}
            />
          ))}
      </svg>
      {count > 1 && (
        <p className="soft weave-says">
          Where a layer passes, its thread runs down to what answers. A row can be dragged onto another layer.
        </p>
      )}
    </section>
  );
});
Weave.displayName = 'Weave';
