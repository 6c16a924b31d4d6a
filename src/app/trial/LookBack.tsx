/** Looking back: a strip of the last minutes with the part that the lanes show, moved by pointer or event by event. */
import { App as AntApp } from 'antd';
import { useRef, type KeyboardEvent } from 'react';
import type { Board } from '../../core/board';
import { readStrokes, writeStrokes } from '../../core/files';
import { foreign, READING_BUDGET, Unreadable } from '../../core/reading';
import { download, fileNameOf } from '../shared/download';
import { fileText } from '../shared/fileText';
import { keepCase } from './keepCase';
import { MOST_AT_ONCE } from './longRun';
import type { TrialSession } from './session';
import { useSessionVersion } from './useTrialSession';
import '../shared/reasons.css';
import './trial.css';
import './LookBack.css';

const WIDTH = 900;
const HEIGHT = 22;
const LEAST_SPAN_US = 20_000_000;

type LookBackProps = {
  session: TrialSession;
  board: Board;
  /** The moment at the right edge of the lanes; null shows what happens now. */
  atUs: number | null;
  spanUs: number;
  onLook: (atUs: number | null) => void;
};

export const LookBack = ({ session, board, atUs, spanUs, onLook }: LookBackProps) => {
  useSessionVersion(session);
  const { message } = AntApp.useApp();
  const fileInput = useRef<HTMLInputElement>(null);
  const moments = session.moments();
  const fromUs = Math.min(moments[0] ?? 0, session.edgeUs - LEAST_SPAN_US);
  const x = (us: number): number => ((us - fromUs) / Math.max(1, session.edgeUs - fromUs)) * WIDTH;
  const shownUs = atUs ?? session.edgeUs;

  /** The lanes show a little beyond the moment, so that what happens there can be seen. */
  const lookAt = (us: number | undefined): void =>
    onLook(us === undefined || us + spanUs / 6 >= session.edgeUs ? null : us + spanUs / 6);

  const keyDown = (event: KeyboardEvent): void => {
    const now = shownUs - spanUs / 6;
    const actions: Partial<Record<string, () => void>> = {
      ArrowLeft: () => lookAt(moments.findLast((us) => us < now - 1)),
      ArrowRight: () => lookAt(moments.find((us) => us > now + 1)),
      PageUp: () => lookAt(now - spanUs),
      PageDown: () => lookAt(now + spanUs),
      Home: () => onLook(null),
    };
    const action = actions[event.key];
    if (!action) return;
    event.preventDefault();
    action();
  };

  const run = async (file: File | undefined): Promise<void> => {
    if (!file) return;
    try {
      const samples = readStrokes(await fileText(file, READING_BUDGET.csv.bytes), board);
      if (!session.runsFar && samples.length > MOST_AT_ONCE) {
        void message.error({
          content: `${foreign(file.name)} has ${samples.length} samples; the keyboard plays up to ${MOST_AT_ONCE} at a time. Play the draft instead.`,
          duration: 8,
        });
        return;
      }
      session.run(samples, performance.now());
      onLook(null);
    } catch (error) {
      void message.error({
        content: `${foreign(file.name)}: ${error instanceof Unreadable ? error.message : 'it cannot be read'}. Nothing was played.`,
        duration: 8,
      });
    }
  };

  return (
    <section className="look-back" aria-label="Look back">
      <svg
        viewBox={`0 0 ${WIDTH} ${HEIGHT}`}
        preserveAspectRatio="none"
        role="slider"
        tabIndex={0}
        aria-label="Look back, in seconds; the arrow keys go from event to event"
        aria-valuemin={Math.round(fromUs / 1e6)}
        aria-valuemax={Math.round(session.edgeUs / 1e6)}
        aria-valuenow={Math.round(shownUs / 1e6)}
        aria-valuetext={atUs === null ? 'now' : `${((session.edgeUs - shownUs) / 1e6).toFixed(1)} seconds ago`}
        onKeyDown={keyDown}
        onPointerDown={(event) => {
          const box = event.currentTarget.getBoundingClientRect();
          lookAt(fromUs + ((event.clientX - box.left) / box.width) * (session.edgeUs - fromUs));
        }}
      >
        <rect width={WIDTH} height={HEIGHT} rx={3} className="lane-ground" />
        {session.lanes.fingers.map(({ name, fromUs: downUs }) => (
          <path key={`${name}-${downUs}`} d={`M${x(downUs)} 6V16`} className="look-back-tick" />
        ))}
        <rect
          x={x(shownUs - spanUs)}
          y={1}
          width={Math.max(6, x(shownUs) - x(shownUs - spanUs))}
          height={HEIGHT - 2}
          rx={3}
          className="look-back-window"
        />
      </svg>
      <p>
        <span className="soft">{atUs === null ? 'now' : `${((session.edgeUs - shownUs) / 1e6).toFixed(1)} s ago`}</span>
        {atUs === null ? (
          <button type="button" className="word" onClick={() => onLook(session.edgeUs)}>
            Pause
          </button>
        ) : (
          <button type="button" className="word" onClick={() => onLook(null)}>
            Back to now
          </button>
        )}
        {session.runs && (
          <span role="status">
            running {Math.round((session.runs.done / session.runs.of) * 100)} % of the fingers{' '}
            <button type="button" className="word" onClick={() => session.stopRun()}>
              Stop
            </button>
          </span>
        )}
        <button
          type="button"
          className="word look-back-files"
          disabled={session.samples.length === 0}
          onClick={() =>
            download(fileNameOf(`${session.profile.name} strokes`, 'csv'), writeStrokes(session.strokes()), 'text/csv')
          }
        >
          Keep as strokes …
        </button>
        <button
          type="button"
          className="word"
          disabled={session.samples.length === 0}
          title="A test case: the profile, these strokes and what came of them; the command line runs it again"
          onClick={() =>
            void keepCase(session).then(
              () =>
                session.wasLetGo &&
                message.info('In the case nothing is let go of in between: strokes do not tell of that.', 8),
              () =>
                message.error('The case was not made: a part of Underloom could not be loaded. Is its server running?'),
            )
          }
        >
          Keep as a case …
        </button>
        <button type="button" className="word" onClick={() => fileInput.current?.click()}>
          Run a strokes file …
        </button>
        <input
          ref={fileInput}
          className="visually-hidden"
          type="file"
          accept=".csv,text/csv"
          tabIndex={-1}
          aria-label="Strokes file"
          onChange={(event) => {
            void run(event.target.files?.[0]);
            event.target.value = '';
          }}
        />
      </p>
    </section>
  );
};
