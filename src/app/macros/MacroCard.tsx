/** The macro card: what it does in sentences, how it repeats and stops, and what happens when hands come in between. */
import { Checkbox, Popover, Segmented, Select } from 'antd';
import { useMemo } from 'react';
import { meetingsOf, runMacro, type MacroStage } from '../../core/probe';
import { firstProblem, Problems } from '../../core/check';
import { durationOf, macroSentences, sayCount, sayTime } from '../../core/macro';
import { LIMITS, type Macro } from '../../core/profile';
import { TriedNumber } from '../shared/tried';
import type { Bench } from '../shared/useBench';
import { MacroAsks } from './MacroAsks';
import type { MacroDesk } from './useMacroDesk';
import './MacroCard.css';

type RunKind = Macro['run']['kind'];
/** Longer ones are told by their figures alone. */
const MOST_PLAYED_EVENTS = 4000;

/** How long one run takes: in the engine, and until the host has polled the last of it. */
function useRunTime(bench: Bench, macro: Macro, stage: MacroStage | Problems): string {
  const { board } = bench;
  return useMemo(() => {
    if (stage instanceof Problems) return '';
    const { wholeUs, passUs, events } = durationOf(macro);
    if (wholeUs === null) return `One round takes ${sayTime(passUs)}.`;
    const { pollHz } = board.device;
    if (events > MOST_PLAYED_EVENTS) return `One run takes ${sayTime(wholeUs)}.`;
    const { lastReportUs, reports } = runMacro(stage, 1000, pollHz);
    return `One run takes ${sayTime(wholeUs)}; at ${pollHz} Hz the host has its ${sayCount(reports, 'report')} after ${sayTime(lastReportUs)}.`;
  }, [board, macro, stage]);
}

const Meetings = ({ stage }: { stage: MacroStage | Problems }) => {
  const meetings = useMemo(() => (stage instanceof Problems ? firstProblem(stage) : meetingsOf(stage)), [stage]);
  if (typeof meetings === 'string') return <p>It cannot be played yet: {meetings}</p>;
  return (
    <dl className="meetings">
      {meetings.map(({ what, outcome }) => (
        <div key={what}>
          <dt>{what}</dt>
          <dd className="mono">{outcome}</dd>
        </div>
      ))}
      {meetings.length === 0 && <p className="soft">It holds no key.</p>}
    </dl>
  );
};

type MacroCardProps = { bench: Bench; macro: Macro; desk: MacroDesk; stage: MacroStage | Problems };

export const MacroCard = ({ bench, macro, desk, stage }: MacroCardProps) => {
  const change = (to: Partial<Macro>, what: string): void =>
    desk.change({ ...macro, ...to }, `${what} of ${macro.name}`);
  const tryChange = (to: Partial<Macro>, what: string): string | undefined =>
    desk.tryChange({ ...macro, ...to }, `${what} of ${macro.name}`, true);
  const runTime = useRunTime(bench, macro, stage);
  return (
    <section data-part="macro-card" aria-label="What it does">
      <div className="macro-says" aria-live="polite">
        {macroSentences(macro).map((sentence) => (
          <span key={sentence}>{sentence} </span>
        ))}
        {stage instanceof Problems ? (
          <span className="not-kept">It cannot be played yet: {firstProblem(stage)}</span>
        ) : (
          <span className="soft">{runTime}</span>
        )}
      </div>
      <div className="macro-run">
        {(macro.repeat ?? desk.part === 'repeat') && (
          <>
            <Select<RunKind>
              size="small"
              aria-label="How the repeated part plays"
              value={macro.run.kind}
              onChange={(kind) =>
                change({ run: kind === 'times' ? { kind, times: 1 } : { kind } }, 'the way of repeating')
              }
              options={[
                { value: 'times', label: 'a number of times' },
                { value: 'whileHeld', label: 'while held' },
                { value: 'untilPressedAgain', label: 'until pressed again' },
              ]}
            />
            {macro.run.kind === 'times' && (
              <TriedNumber
                label="How many times"
                range={LIMITS.times}
                value={macro.run.times}
                onTake={(times) => tryChange({ run: { kind: 'times', times } }, 'the times')}
              />
            )}
            <label>
              gap{' '}
              <TriedNumber
                label="Gap between passes, in ms"
                range={LIMITS.gapMs}
                value={macro.gapMs}
                onTake={(gapMs) => tryChange({ gapMs }, 'the gap')}
              />{' '}
              ms
            </label>
            <Segmented<Macro['stop']>
              size="small"
              aria-label="How it stops"
              value={macro.stop}
              onChange={(stop) => change({ stop }, 'the stop')}
              options={[
                { value: 'now', label: 'stops now' },
                { value: 'finish', label: 'plays out' },
              ]}
            />
          </>
        )}
        <Checkbox
          checked={macro.leavesHeld}
          onChange={({ target }) => change({ leavesHeld: target.checked }, 'what is left down')}
        >
          may leave keys down
        </Checkbox>
        <Checkbox
          checked={macro.liftModifiers}
          onChange={({ target }) => change({ liftModifiers: target.checked }, 'lifting modifiers')}
        >
          lifts held modifiers
        </Checkbox>
        <Popover
          trigger="click"
          destroyOnHidden
          content={
            <MacroAsks macro={macro} tryChange={(to, what) => desk.tryChange(to, `${what} of ${macro.name}`, true)} />
          }
        >
          <button type="button" className="word">
            {(macro.asksFirst ?? macro.asksLast) ? 'It asks the computer …' : 'Ask the computer …'}
          </button>
        </Popover>
        <Popover trigger="click" destroyOnHidden content={<Meetings stage={stage} />}>
          <button type="button" className="word">
            When hands come in between …
          </button>
        </Popover>
      </div>
    </section>
  );
};
