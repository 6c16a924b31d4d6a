/** The travel bench: the board as a map of depths, a switch with a pretend finger, and the card of the selected keys. */
import { Segmented } from 'antd';
import { lazy, Suspense, useState } from 'react';
import { resolutionOf } from '../../core/plan';
import { actuationOf, keysLike } from '../../core/profile';
import type { BoardKey } from '../../core/board';
import { BEARABLE, settingsOf, type HandFigures, type RestingWeight } from '../../core/hands';
import { printActuation } from '../../core/notation';
import { sameData, setActuation, type Actuation } from '../../core/profile';
import { letterOf } from '../shared/letterOf';
import { BoardView } from '../shared/BoardView';
import { Later } from '../shared/Later';
import { LARGEST_ON_BENCH, type KeyFace } from '../shared/Cap';
import { keyLegend, keyTitle, keysTitle } from '../shared/keyNames';
import { useBench } from '../shared/useBench';
import { Waiting } from '../shared/Waiting';
import { PlanCard } from './PlanCard';
import { StrokeLoop } from './StrokeLoop';
import { SwitchView } from './SwitchView';
import { TestStrokes } from './TestStrokes';
import { TravelCard } from './TravelCard';
import { hourly } from './rates';
import { useHands } from './useHands';
import { usePlan } from './usePlan';
import { Term } from '../shared/Term';
import './TravelBench.css';
import './travel.css';

/** The chart is a large piece of the program: it is loaded when it is looked at. */
const HandsView = lazy(() => import('./HandsView'));

/** Shades of the map, from the surface to the bottom. */
const SHADES = 8;

/** How long fingers rest when every key of the board is worked out. */
const WHOLE_BOARD_H = 24;

/** What is looked at below the board. */
type View = 'side' | 'plan' | 'hands';

const ABOUT: Readonly<Record<View, string>> = {
  side: 'pull the cap down, or use ↓ ↑ on it, or a gamepad’s trigger',
  hands: 'a resting finger, trembling and slips, played through the engine',
  plan: 'drag ends and ribbons; ↓ ↑ on an end move it, ← → change its way',
};

const TravelBench = () => {
  const bench = useBench();
  const { profile, board, selectedKey, selectedKeys, select, selectAlso, edit } = bench;
  const [copied, setCopied] = useState<Actuation | null>(null);
  const actuation = actuationOf(profile, selectedKey);
  const plan = usePlan(bench);
  const [view, setView] = useState<View>(plan.spans.length > 0 ? 'plan' : 'side');
  const [part, setPart] = useState(0);
  const [weight, setWeight] = useState<RestingWeight>('usual');
  const groups = settingsOf(board, (key) => actuationOf(profile, key));
  const whole = useHands({ board, groups, weight, restingH: WHOLE_BOARD_H }, false);
  /** How a key of the board fares, when every key was worked out. */
  const figuresOf = (key: BoardKey): HandFigures | undefined => {
    const group = groups.findIndex(({ finger }) => finger === key.finger);
    const setting = groups[group]?.settings.findIndex((one) => sameData(one, actuationOf(profile, key.id))) ?? -1;
    return view === 'hands' ? whole.figures?.[group]?.[setting] : undefined;
  };

  if (!board.analog) {
    return (
      <div className="travel-bench plain">
        <section className="panel travel-none">
          <h1>The {board.name} knows only down and up</h1>
          <p>
            Boards that measure how far each key has travelled can fire early or late, let go on the slightest lift, and
            lay several actions along one press. This one closes a contact: depths have no meaning for it, and profiles
            with stroke plans are refused.
          </p>
        </section>
      </div>
    );
  }

  const showsFares = view === 'hands' && whole.figures !== null;
  const face = (key: BoardKey): KeyFace => {
    const own = actuationOf(profile, key.id);
    const shade = Math.min(SHADES - 1, Math.floor((own.pointUm / board.travelUm) * SHADES));
    const fares = figuresOf(key);
    const isNervous = fares !== undefined && fares.restingPerHour > BEARABLE.restingPerHour;
    const planned = profile.layers.filter(({ keys }) => keys[key.id]?.does.kind === 'stroke');
    const isApart = profile.travel.keys[key.id] !== undefined;
    const kind = own.mode === 'reversal' ? 'reversal' : '';
    const chosen = key.id === selectedKey ? 'selected' : selectedKeys.includes(key.id) ? 'selected-also' : '';
    return {
      className: `depth-${shade} ${kind} ${chosen}`,
      label: `${keyTitle(board, profile, key.id)}: ${printActuation(own)}${isApart ? ', a setting of its own' : ''}${
        planned.length > 0 ? `, a stroke plan on ${planned.map(({ name }) => name).join(', ')}` : ''
      }${fares ? `; a resting finger fires it: ${hourly(fares.restingPerHour)}` : ''}`,
      cap: {
        main: keyLegend(board, profile, key.id),
        small: fares
          ? `${Number(fares.restingPerHour.toPrecision(1))}/h${isNervous ? ' !' : ''}`
          : `${(own.pointUm / 1000).toFixed(1)}${own.mode === 'reversal' ? ' ↕' : ''}${planned.length > 0 ? ' ∪' : ''}${isApart ? ' ·' : ''}`,
      },
    };
  };

  const selectAll = (keys: readonly string[]): void => select({ key: selectedKey, also: keys });
  const others = board.keys.flatMap(({ id }) => (selectedKeys.includes(id) ? [] : [id]));

  return (
    <div className="travel-bench">
      <div className="travel-centre">
        <p className="travel-title">
          <strong>{showsFares ? 'Presses an hour that a resting finger makes' : 'How deep keys fire'}</strong>{' '}
          <Term word={showsFares ? 'Actuation' : 'On reversal'} />
          <span className="soft">
            {showsFares
              ? '! is more than one can live with; darker is deeper'
              : 'darker is deeper; ↕ on reversal; ∪ a stroke plan; a dot has a setting of its own'}
          </span>
        </p>
        <BoardView
          board={board}
          face={face}
          label={`${board.name}: depths`}
          largest={LARGEST_ON_BENCH}
          selected={selectedKey}
          onSelect={(key) => select({ key })}
          onSelectAlso={selectAlso}
          onKeyDown={(event) => {
            const command = event.ctrlKey || event.metaKey;
            if (command && letterOf(event) === 'c') setCopied(actuation);
            else if (command && letterOf(event) === 'v' && copied)
              edit(
                setActuation(profile, selectedKeys, copied),
                `the travel of ${keysTitle(board, profile, selectedKeys)}`,
              );
            else if (command && letterOf(event) === 'a') selectAll(board.keys.map(({ id }) => id));
            else if (event.key === 'Escape') select({ key: selectedKey });
            else return;
            event.preventDefault();
          }}
        />
        <p className="travel-select">
          <span className="soft">Select</span>
          {(['finger', 'row', 'role'] as const).map((by) => (
            <button
              key={by}
              type="button"
              className="word"
              disabled={by === 'role' && !profile.layers.some(({ keys }) => keys[selectedKey]?.role !== undefined)}
              onClick={() => selectAll(keysLike(board, profile, selectedKey, by))}
            >
              its {by}
            </button>
          ))}
          <button type="button" className="word" onClick={() => selectAll(board.keys.map(({ id }) => id))}>
            all
          </button>
          <button
            type="button"
            className="word"
            disabled={others.length === 0}
            onClick={() => select({ key: others[0] ?? selectedKey, also: others })}
          >
            all but these
          </button>
          <button type="button" className="word" onClick={() => setCopied(actuation)}>
            Copy its depths
          </button>
          <button
            type="button"
            className="word"
            disabled={!copied}
            onClick={() =>
              copied &&
              edit(
                setActuation(profile, selectedKeys, copied),
                `the travel of ${keysTitle(board, profile, selectedKeys)}`,
              )
            }
          >
            Paste
          </button>
        </p>
        <section className="panel travel-switch" aria-label="Try it">
          <p className="section-line">
            <Segmented<View>
              size="small"
              aria-label="What is shown below the board"
              value={view}
              onChange={setView}
              options={[
                { value: 'side', label: `${keyTitle(board, profile, selectedKey)} from the side` },
                { value: 'hands', label: 'under unsteady hands' },
                { value: 'plan', label: plan.spans.length > 0 ? 'its stroke plan' : 'a stroke plan' },
              ]}
            />
            <span className="soft">{ABOUT[view]}</span>
          </p>
          <Later>
            {view === 'side' && (
              <SwitchView
                key={selectedKey}
                profile={profile}
                layer={bench.layer}
                board={board}
                gaugedKey={selectedKey}
                actuation={actuation}
              />
            )}
            {view === 'hands' && (
              <Suspense fallback={<Waiting what="Fetching the chart" />}>
                <HandsView
                  board={board}
                  finger={board.keys.find(({ id }) => id === selectedKey)?.finger ?? 'index'}
                  actuation={actuation}
                  weight={weight}
                  onWeight={setWeight}
                  whole={whole}
                  onUse={(to) =>
                    edit(
                      setActuation(profile, selectedKeys, to),
                      `the travel of ${keysTitle(board, profile, selectedKeys)}`,
                    )
                  }
                />
              </Suspense>
            )}
            {view === 'plan' && (
              <div className="plan-view">
                <StrokeLoop
                  spans={plan.spans}
                  travelUm={board.travelUm}
                  stepUm={resolutionOf(board)}
                  context={profile}
                  chosen={part}
                  onChoose={setPart}
                  onChange={plan.set}
                />
                <TestStrokes profile={profile} board={board} testedKey={selectedKey} does={plan.binding} />
              </div>
            )}
          </Later>
        </section>
      </div>
      <Later>
        {view === 'plan' ? (
          <PlanCard bench={bench} plan={plan} chosen={part} onChoose={setPart} />
        ) : (
          <TravelCard key={`${board.id}/${selectedKey}`} bench={bench} />
        )}
      </Later>
    </div>
  );
};

export default TravelBench;
