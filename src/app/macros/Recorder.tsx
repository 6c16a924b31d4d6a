/** Recording: what shall be recorded is chosen first; then the keyboard is the recorder's alone until it stops. */
import { Checkbox, InputNumber, Segmented, Select } from 'antd';
import { useState } from 'react';
import { legendOfCode } from '../../core/codes';
import type { HostLayoutId } from '../../core/hosts';
import { countsOf } from '../../core/macro';
import { LIMITS, type Score } from '../../core/profile';
import { ScoreView } from './ScoreView';
import { canLockKeys, STOP_CHORD, useRecorder } from './useRecorder';

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

const nothing = (): void => undefined;
const NO_PLACES: ReadonlySet<number> = new Set();
const NO_RISKS: never[] = [];

export const Recorder = ({ host, partName, onTake, onClose }: RecorderProps) => {
  const [what, setWhat] = useState<string[]>(['keys']);
  const [gaps, setGaps] = useState<Gaps>('played');
  const [gapMs, setGapMs] = useState(20);
  const [idleS, setIdleS] = useState<number>(0);
  const [goes, setGoes] = useState<TakeGoes>('new');
  const [isFull, setIsFull] = useState(document.fullscreenElement !== null);
  const recorder = useRecorder((score, why) => {
    if (score.events.length > 0) onTake(score, goes, why);
  });
  const { phase, score, held, strangers } = recorder;
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
            onChange={setWhat}
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
              onChange={setGaps}
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
                  onChange={(value) => setGapMs(value ?? 0)}
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
              onChange={setIdleS}
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
            onChange={setGoes}
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
            onClick={() =>
              recorder.start({
                keys: what.includes('keys'),
                buttons: what.includes('buttons'),
                wheel: what.includes('wheel'),
                gaps: gaps === 'played' ? 'played' : gaps === 'none' ? 0 : gapMs * 1000,
                idleUs: idleS === 0 ? null : idleS * 1_000_000,
                stopChord: STOP_CHORD,
              })
            }
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
          {presses} presses · {releases} releases · {(lengthUs / 1_000_000).toFixed(1)} s
        </span>
        <button type="button" className="record-start" data-record-own="" onClick={recorder.stop}>
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
      <p className="soft">
        {held.length > 0 && `Down now: ${held.map(legendOfCode).join(', ')}. `}
        {strangers.length > 0 && `Not recorded, as they have no usage: ${strangers.join(', ')}. `}
        The keyboard is the recorder’s alone: no key reaches the page.
      </p>
    </section>
  );
};
