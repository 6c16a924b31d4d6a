/** The macro card: what it does in sentences, how it repeats and stops, and what happens when hands come in between. */
import { Checkbox, InputNumber, Popover, Segmented, Select } from 'antd';
import { useMemo } from 'react';
import { meetingsOf, runMacro } from '../../core/analysis';
import { durationOf, macroSentences, sayCount, sayTime } from '../../core/macro';
import type { Macro } from '../../core/profile';
import type { Bench } from '../shared/useBench';
import type { MacroDesk } from './useMacroDesk';

type RunKind = Macro['run']['kind'];
/** Longer ones are told by their figures alone. */
const MOST_PLAYED_EVENTS = 4000;

/** How long one run takes: in the engine, and until the host has polled the last of it. */
function useRunTime(bench: Bench, macro: Macro): string {
  const { profile, board } = bench;
  return useMemo(() => {
    const { wholeUs, passUs, events } = durationOf(macro);
    if (wholeUs === null) return `One round takes ${sayTime(passUs)}.`;
    const { pollHz } = board.device;
    if (events > MOST_PLAYED_EVENTS) return `One run takes ${sayTime(wholeUs)}.`;
    const { lastReportUs, reports } = runMacro(profile, macro, 1000, pollHz);
    return `One run takes ${sayTime(wholeUs)}; at ${pollHz} Hz the host has its ${sayCount(reports, 'report')} after ${sayTime(lastReportUs)}.`;
  }, [profile, board, macro]);
}

const Meetings = ({ bench, macro }: { bench: Bench; macro: Macro }) => {
  const meetings = useMemo(() => meetingsOf(bench.profile, macro), [bench.profile, macro]);
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

export const MacroCard = ({ bench, macro, desk }: { bench: Bench; macro: Macro; desk: MacroDesk }) => {
  const change = (to: Partial<Macro>, what: string): void =>
    desk.change({ ...macro, ...to }, `${what} of ${macro.name}`, true);
  const runTime = useRunTime(bench, macro);
  return (
    <section className="macro-card" aria-label="What it does">
      <div className="macro-says" aria-live="polite">
        {macroSentences(macro).map((sentence) => (
          <span key={sentence}>{sentence} </span>
        ))}
        <span className="soft">{runTime}</span>
      </div>
      <div className="macro-run">
        {macro.repeat && (
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
              <InputNumber
                size="small"
                aria-label="How many times"
                min={1}
                max={100_000}
                value={macro.run.times}
                onChange={(times) => change({ run: { kind: 'times', times: times ?? 1 } }, 'the times')}
              />
            )}
            <label>
              gap{' '}
              <InputNumber
                size="small"
                aria-label="Gap between passes, in ms"
                min={0}
                max={10_000}
                value={macro.gapMs}
                onChange={(gapMs) => change({ gapMs: gapMs ?? 0 }, 'the gap')}
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
        <Popover trigger="click" destroyOnHidden content={<Meetings bench={bench} macro={macro} />}>
          <button type="button" className="word">
            When hands come in between …
          </button>
        </Popover>
      </div>
    </section>
  );
};
