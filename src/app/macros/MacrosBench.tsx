/** The macro bench: the list, the score of one part, what it does, and what its receiver gets. */
import { App as AntApp, Button, InputNumber, Segmented, Select } from 'antd';
import { useCallback, useMemo, useRef, useState } from 'react';
import { stageMacro } from '../../core/probe';
import { firstProblem, Problems } from '../../core/check';
import {
  asHeard,
  countsOf,
  macroFromLines,
  operations,
  partsOf,
  sayCount,
  sayTime,
  type Demand,
  type TooMuch,
} from '../../core/macro';
import { LIMITS, type Macro, type Score } from '../../core/profile';
import { Empty } from '../shared/Empty';
import { ScoreSketch } from '../shared/sketches';
import { TriedText } from '../shared/tried';
import { Later } from '../shared/Later';
import { useBench } from '../shared/useBench';
import { AddStep } from './AddStep';
import { EventTable } from './EventTable';
import { LeftDown } from './LeftDown';
import { MacroCard } from './MacroCard';
import { MacroList } from './MacroList';
import { Operations } from './Operations';
import { PutOnKey } from './PutOnKey';
import { ReceiverCheck } from './ReceiverCheck';
import { Recorder, type TakeGoes } from './Recorder';
import { ScoreLine } from './ScoreLine';
import { PlayedLine } from './PlayedLine';
import { PlayedScore } from './PlayedScore';
import { PART_NAMES, useMacroDesk, type PartName } from './useMacroDesk';
import { usePlayer } from './usePlayer';
import { useScoreKeys } from './useScoreKeys';
import './MacrosBench.css';

/** A pause between what was there and a take that follows it, in µs. */
const FOLLOWS_AFTER_US = 100_000;
const SNAPS = [0, 1, 5, 10, 50, 100];

const EXAMPLE_LINE = '+Ctrl 60 +K 80 -K 120 +K 80 -K 60 -Ctrl 200 "go" 100';

/** A short macro in which there is something to see: a shortcut, then a word. */
const exampleMacro = (): Omit<Macro, 'id'> => macroFromLines({ name: 'An example', press: EXAMPLE_LINE });

const MacrosBench = () => {
  const bench = useBench();
  const { profile, board } = bench;
  const desk = useMacroDesk(bench);
  const { message } = AntApp.useApp();
  const { macro, part, score, places } = desk;
  const scoreLine = useRef<HTMLDivElement>(null);
  const [isRecording, setIsRecording] = useState(false);
  const [isPutting, setIsPutting] = useState(false);
  const [stepMs, setStepMs] = useState(1);
  const [snapsToEvents, setSnapsToEvents] = useState(true);
  const [markUs, setMarkUs] = useState<number | null>(null);
  const [heldMs, setHeldMs] = useState(1000);
  const [risks, setRisks] = useState<readonly Demand[]>([]);
  const player = usePlayer(profile, board);
  const onSeen = useCallback((found: readonly Demand[]) => setRisks(found), []);
  const pollUs = 1_000_000 / board.device.pollHz;

  const apply = (changed: Score | TooMuch, what: string): void => desk.setScore(changed, what);
  const stage = useMemo(() => macro && stageMacro(profile, board, macro), [profile, board, macro]);
  const heard = useMemo(() => (macro ? asHeard(macro, part) : undefined) ?? score, [macro, part, score]);

  /** What the macro does at its finish is heard, but stands nowhere in the score. */
  const show = (events: Iterable<number>): void => desk.select([...events].filter((n) => n < score.events.length));

  const take = (taken: Score, goes: TakeGoes, why: string): void => {
    setIsRecording(false);
    if (goes === 'new' || !macro) desk.add({ name: `Recording ${profile.macros.length + 1}`, onPress: taken });
    else if (goes === 'replace') desk.setScore(taken, 'a take in place');
    else desk.setScore(operations.join(score, taken, score.events.length > 0 ? FOLLOWS_AFTER_US : 0), 'a take behind');
    if (why !== '') void message.info(why, 6);
  };

  useScoreKeys({
    desk,
    markUs: markUs ?? score.lengthUs,
    isRecording,
    onRecord: () => setIsRecording(true),
    onPlay: () => (player.isPlaying ? player.stop() : macro && player.play(macro, heldMs)),
  });

  const others = profile.macros.flatMap((other) =>
    partsOf(other).flatMap(({ name, score: its }) =>
      other.id === macro?.id && name === part
        ? []
        : [{ name: `${other.name}, ${PART_NAMES[name].toLowerCase()}`, score: its }],
    ),
  );
  const { presses, releases, events, lengthUs } = countsOf(score);
  const onPressUs = macro?.onPress?.lengthUs ?? 0;
  const passUs = macro?.repeat ? macro.repeat.lengthUs + macro.gapMs * 1000 : 0;
  const headAt = (at: number | null): number | null => {
    if (at === null) return markUs;
    if (part === 'onPress') return Math.min(at, onPressUs);
    return part === 'repeat' && passUs > 0 && at >= onPressUs ? (at - onPressUs) % passUs : null;
  };
  const heldMatters = macro && (macro.run.kind !== 'times' || macro.onRelease !== undefined);

  return (
    <div className="macros-bench">
      <MacroList bench={bench} desk={desk} onRecord={() => setIsRecording(true)} />
      <div className="macro-desk">
        {isRecording ? (
          <Recorder
            host={profile.hostLayout}
            partName={macro && `“${PART_NAMES[part]}” of ${macro.name}`}
            onTake={take}
            onClose={() => setIsRecording(false)}
          />
        ) : !macro ? (
          <Empty
            title="No macro yet"
            sketch={<ScoreSketch />}
            says="A macro plays timed presses and releases by itself, in the keyboard: a lane a key, a bar from down to up. Record what your hands do, take the slips out, set the gaps, and put it on a key."
          >
            <Button type="primary" onClick={() => setIsRecording(true)}>
              Record one (R)
            </Button>
            <Button onClick={() => desk.add(exampleMacro())}>An example to look at</Button>
          </Empty>
        ) : (
          <>
            <div className="macro-head">
              <TriedText
                key={macro.id}
                className="macro-name"
                label="Name of the macro"
                maxLength={LIMITS.nameLength}
                variant="borderless"
                value={macro.name}
                onTake={(name) => desk.tryChange({ ...macro, name }, 'the name of a macro', true)}
                onEnter={() => scoreLine.current?.querySelector('input')?.focus()}
              />
              <Segmented<PartName>
                size="small"
                aria-label="Part"
                value={part}
                onChange={desk.choosePart}
                options={(Object.keys(PART_NAMES) as PartName[]).map((name) => ({
                  value: name,
                  label: `${PART_NAMES[name]}${macro[name] ? ` · ${macro[name].events.length}` : ''}`,
                }))}
              />
              <span className="soft" data-testid="counts">
                {sayCount(events, 'event')}: {sayCount(presses, 'press', 'presses')}, {sayCount(releases, 'release')} ·{' '}
                {sayTime(lengthUs)}
              </span>
              <span className="macro-plays">
                {heldMatters && (
                  <label>
                    held{' '}
                    <InputNumber
                      size="small"
                      aria-label="How long the key is held, in ms"
                      min={1}
                      max={60_000}
                      precision={0}
                      step={100}
                      value={heldMs}
                      onChange={(value) => setHeldMs(value ?? 1000)}
                    />{' '}
                    ms
                  </label>
                )}
                <button
                  type="button"
                  className="word"
                  title="Space on the score"
                  onClick={() => (player.isPlaying ? player.stop() : player.play(macro, heldMs))}
                >
                  {player.isPlaying ? '■ Stop' : '▶ Play'}
                </button>
                <button type="button" className="word" onClick={() => setIsPutting(true)}>
                  Put on a key …
                </button>
              </span>
            </div>
            <Later>{stage && <MacroCard bench={bench} macro={macro} desk={desk} stage={stage} />}</Later>
            <section className="panel score-panel" aria-label="Score" data-score="">
              <Operations score={score} places={places} pollUs={pollUs} others={others} onApply={apply} />
              <PlayedScore
                player={player}
                headAt={headAt}
                host={profile.hostLayout}
                score={score}
                places={places}
                stepUs={stepMs * 1000}
                snapsToEvents={snapsToEvents}
                risks={risks}
                onSelect={desk.select}
                onChange={desk.setScore}
                onHead={setMarkUs}
              />
              <div className="score-foot" ref={scoreLine}>
                <ScoreLine
                  key={`${macro.id}/${part}`}
                  score={score}
                  onDone={() => scoreLine.current?.closest('[data-score]')?.querySelector('canvas')?.focus()}
                  onTake={(typed) => desk.tryScore(typed, 'the line')}
                />
                <label className="soft">
                  snaps to{' '}
                  <Select<number>
                    size="small"
                    value={stepMs}
                    onChange={setStepMs}
                    options={SNAPS.map((value) => ({ value, label: value === 0 ? 'nothing' : `${value} ms` }))}
                  />
                </label>
                <label className="soft">
                  <input
                    type="checkbox"
                    checked={snapsToEvents}
                    onChange={({ target }) => setSnapsToEvents(target.checked)}
                  />{' '}
                  and to events
                </label>
              </div>
              <PlayedLine player={player} />
            </section>
            <LeftDown bench={bench} macro={macro} desk={desk} />
            <div className="macro-below">
              <Later>
                <ReceiverCheck
                  host={profile.hostLayout}
                  score={heard}
                  cannotPlay={stage instanceof Problems ? firstProblem(stage) : ''}
                  pollUs={pollUs}
                  onSeen={onSeen}
                  onApply={apply}
                  onShow={show}
                />
              </Later>
              <Later>
                <section className="panel events" aria-label="Event by event">
                  <p className="section-line">
                    <strong>Event by event</strong>
                    <span className="soft">type to change, Enter takes it</span>
                  </p>
                  <AddStep onAdd={(step) => desk.setScore(operations.addStep(score, step), 'a step')} />
                  <EventTable
                    key={`${macro.id}/${part}`}
                    score={score}
                    places={places}
                    onSelect={desk.select}
                    onChange={desk.tryScore}
                  />
                </section>
              </Later>
            </div>
          </>
        )}
      </div>
      {isPutting && macro && <PutOnKey bench={bench} macro={macro} onClose={() => setIsPutting(false)} />}
    </div>
  );
};

export default MacrosBench;
