/**
 * Recording: it waits for the first key at once, and records as it did last; what it records is changed where it waits. Until it stops the
 * keyboard is the recorder's alone.
 */
import { Checkbox, InputNumber, Segmented, Select } from 'antd';
import { useEffect, useState } from 'react';
import { legendOfCode } from '../../core/codes';
import type { HostLayoutId } from '../../core/hosts';
import { countsOf, sayCount, type RecordingOptions } from '../../core/macro';
import { listed } from '../../core/reading';
import { LIMITS, type Score } from '../../core/profile';
import { ScoreView } from './ScoreView';
import { canLockKeys, STOP_CHORD, useRecorder } from './useRecorder';
import './Recorder.css';

/** Where a take goes: a new macro, in place of the part that is shown, or behind it. */
export type TakeGoes = 'new' | 'replace' | 'follow';

type RecorderProps = {
  host: HostLayoutId;
  /** What the part is called that a take can replace or follow; undefined when there is none. */
  partName: string | undefined;
  onTake: (score: Score, goes: TakeGoes, why: string) => void;
  onClose: () => void;
};

type Gaps = 'played' | 'fixed' | 'none';

type Chosen = { what: string[]; gaps: Gaps; gapMs: number; idleS: number; goes: TakeGoes };
/** What was chosen last: the next recording begins with it. Where a take goes is chosen each time. */
let lastChosen: Chosen = { what: ['keys'], gaps: 'played', gapMs: 20, idleS: 0, goes: 'new' };

const optionsOf = ({ what, gaps, gapMs, idleS }: Chosen): RecordingOptions => ({
  keys: what.includes('keys'),
  buttons: what.includes('buttons'),
  wheel: what.includes('wheel'),
  gaps: gaps === 'played' ? 'played' : gaps === 'none' ? 0 : gapMs * 1000,
  idleUs: idleS === 0 ? null : idleS * 1_000_000,
  stopChord: STOP_CHORD,
});

const GAPS_SAID: Readonly<Record<Gaps, string>> = {
  played: 'gaps as played',
  fixed: 'all gaps the same',
  none: 'no gaps',
};

const nothing = (): void => undefined;
const NO_PLACES: ReadonlySet<number> = new Set();
const NO_RISKS: never[] = [];

export const Recorder = ({ host, partName, onTake, onClose }: RecorderProps) => {
  const [chosen, setChosen] = useState(lastChosen);
  const { what, gaps, gapMs, idleS, goes } = chosen;
  const choose = (part: Partial<Chosen>): void => {
    lastChosen = { ...chosen, ...part };
    setChosen(lastChosen);
  };
  const [isFull, setIsFull] = useState(document.fullscreenElement !== null);
  const recorder = useRecorder((score, why) => {
    if (score.events.length > 0) onTake(score, goes, why);
  });
  const { phase, score, held, strangers, start } = recorder;
  // One press is enough to record; the choices are one press away.
  useEffect(() => start(optionsOf({ ...lastChosen, goes: 'new' })), [start]);
  const { presses, releases, lengthUs } = countsOf(score);

  const goFullScreen = (): void => {
    void document.documentElement
      .requestFullscreen()
      .then(() => setIsFull(true))
      .catch(nothing);
  };

  if (phase === 'off') {
    return (
      <section className="panel recorder" aria-label="Record">
        <p className="section-line">
          <strong>Record what your hands do</strong>
          <button type="button" className="word" onClick={onClose}>
            Close
          </button>
        </p>
        <div className="recorder-options">
          <span>What</span>
          <Checkbox.Group
            value={what}
            onChange={(kinds) => choose({ what: kinds })}
            options={[
              { value: 'keys', label: 'keys' },
              { value: 'buttons', label: 'mouse buttons' },
              { value: 'wheel', label: 'wheel' },
            ]}
          />
          <span>Gaps</span>
          <span>
            <Segmented<Gaps>
              size="small"
              aria-label="Gaps"
              value={gaps}
              onChange={(value) => choose({ gaps: value })}
              options={[
                { value: 'played', label: 'as played' },
                { value: 'fixed', label: 'all the same' },
                { value: 'none', label: 'none' },
              ]}
            />{' '}
            {gaps === 'fixed' && (
              <label>
                <InputNumber
                  size="small"
                  aria-label="Every gap, in ms"
                  min={0}
                  max={LIMITS.gapMs.most}
                  precision={0}
                  value={gapMs}
                  onChange={(value) => choose({ gapMs: value ?? 0 })}
                />{' '}
                ms
              </label>
            )}
          </span>
          <span>Stops</span>
          <span>
            by its button, by both Shifts together,{' '}
            <Select<number>
              size="small"
              aria-label="Stops when nothing comes"
              value={idleS}
              onChange={(value) => choose({ idleS: value })}
              options={[
                { value: 0, label: 'not by waiting' },
                ...[2, 5, 10].map((value) => ({ value, label: `after ${value} s without a key` })),
              ]}
            />
          </span>
          <span>The take</span>
          <Segmented<TakeGoes>
            size="small"
            aria-label="Where the take goes"
            value={goes}
            onChange={(value) => choose({ goes: value })}
            options={[
              { value: 'new', label: 'becomes a new macro' },
              { value: 'replace', label: `replaces ${partName ?? 'a part'}`, disabled: partName === undefined },
              { value: 'follow', label: `follows ${partName ?? 'a part'}`, disabled: partName === undefined },
            ]}
          />
        </div>
        <p className="soft">
          {isFull && canLockKeys()
            ? 'Full screen: every key can be recorded, Escape, Tab and the system’s chords among them.'
            : 'In a window the browser or the system may keep some chords for itself (Ctrl+W, Ctrl+N, Ctrl+T, Alt+Tab, Meta). Put those in by hand, in the table or as a line.'}{' '}
          {!isFull && canLockKeys() && (
            <button type="button" className="word" onClick={goFullScreen}>
              Go full screen to catch them all
            </button>
          )}
        </p>
        <p>
          <button
            type="button"
            className="record-start"
            disabled={what.length === 0}
            onClick={() => recorder.start(optionsOf(chosen))}
          >
            ● Start: time begins with your first key
          </button>
        </p>
      </section>
    );
  }

  return (
    <section className="panel recorder recording" aria-label="Recording" data-testid="recording">
      <p className="section-line">
        <strong role="status">{phase === 'armed' ? '● Waiting for your first key' : '● Recording'}</strong>
        <span>
          {sayCount(presses, 'press', 'presses')} · {sayCount(releases, 'release')} ·{' '}
          {(lengthUs / 1_000_000).toFixed(1)} s
        </span>
        {phase === 'armed' && (
          <button type="button" className="word" data-record-own="" onClick={recorder.stop}>
            Change what is recorded …
          </button>
        )}
        <button
          type="button"
          className="record-start"
          data-record-own=""
          onClick={phase === 'armed' ? onClose : recorder.stop}
        >
          ■ Stop
        </button>
      </p>
      <ScoreView
        host={host}
        score={score}
        places={NO_PLACES}
        stepUs={0}
        snapsToEvents={false}
        risks={NO_RISKS}
        headUs={score.lengthUs}
        isRecording
        onSelect={nothing}
        onChange={nothing}
        onHead={nothing}
      />
      {phase === 'armed' && (
        <p>
          Records {listed(what)}, {GAPS_SAID[gaps]};{' '}
          {goes === 'new'
            ? 'the take becomes a new macro'
            : `the take ${goes === 'replace' ? 'replaces' : 'follows'} ${partName ?? 'a part'}`}
          . It stops by its button or by both Shifts together.
        </p>
      )}
      <p className="soft">
        {held.length > 0 && `Down now: ${held.map(legendOfCode).join(', ')}. `}
        {strangers.length > 0 && `Not recorded, as USB has no code for them: ${strangers.join(', ')}. `}
        The keyboard is the recorder’s alone: no key reaches the page.
      </p>
    </section>
  );
};
