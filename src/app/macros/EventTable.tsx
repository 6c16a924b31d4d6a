/** The score event by event, for exact typing. Only the rows in sight are drawn. */
import { useState, type KeyboardEvent } from 'react';
import { operations, tidy, type Places, type TooMuch } from '../../core/macro';
import { keySaid, parseScoreLine, printTurn, wordOfScoreKey } from '../../core/notation';
import { LIMITS, type Score, type ScoreEvent } from '../../core/profile';
import { Unreadable } from '../../core/reading';
import './EventTable.css';

type EventTableProps = {
  score: Score;
  places: Places;
  onSelect: (places: Iterable<number>) => void;
  onChange: (score: Score | TooMuch, what: string, keeps: Places) => string | undefined;
};

const ROW = 27;
const SHOWN = 9;
/** So many rows are all there, so that Tab and the browser's own search find them; of more, those in sight. */
const ALL_ROWS = 120;
const AROUND = 3;

const inMs = (us: number): string => (us / 1000).toFixed(1);

/** A figure or a word that is taken when it is left or Enter is pressed; what cannot be taken stays marked. */
type CellProps = {
  value: string;
  label: string;
  /** Takes what was typed, or says why it cannot. */
  take: (text: string) => string | undefined;
  onReason: (reason: string) => void;
};

const Cell = ({ value, label, take, onReason }: CellProps) => {
  const [draft, setDraft] = useState<string | null>(null);
  const [reason, setReason] = useState('');
  const isWrong = reason !== '';
  const finish = (): void => {
    const refused = draft === null || draft.trim() === value ? undefined : take(draft.trim());
    if (refused === undefined) setDraft(null);
    setReason(refused ?? '');
    onReason(refused ?? '');
  };
  return (
    <input
      className={`event-cell mono ${isWrong ? 'wrong' : ''}`}
      aria-label={label}
      aria-invalid={isWrong}
      value={draft ?? value}
      onChange={({ target }) => setDraft(target.value)}
      onBlur={finish}
      onKeyDown={(event: KeyboardEvent) => {
        if (event.key === 'Enter') finish();
        if (event.key === 'Escape') {
          event.stopPropagation();
          setDraft(null);
          setReason('');
          onReason('');
        }
      }}
    />
  );
};

const NO_TIME = 'That is not a time in ms, such as 12.5.';
const figure = (text: string): number | undefined =>
  /^\d{1,7}(\.\d{1,3})?$/.test(text) ? Math.round(Number(text) * 1000) : undefined;

/** The pace of a text: `every 30 ms`, or the figure alone. */
function paceOf(text: string): number | undefined {
  const ms = Number(/^(?:every\s+)?(\d{1,5})(?:\s*ms)?$/i.exec(text)?.[1] ?? NaN);
  return ms <= LIMITS.gapMs.most ? ms : undefined;
}

/** The turn of the wheel that words say, as in a score's line. */
function turnOf(text: string): { dx: number; dy: number } | undefined {
  try {
    const [event, another] = parseScoreLine(/^wheel/i.test(text) ? text : `wheel ${text}`).events;
    return event && 'wheel' in event && !another ? event.wheel : undefined;
  } catch (error) {
    if (error instanceof Unreadable) return undefined;
    throw error;
  }
}

export const EventTable = ({ score, places, onSelect, onChange }: EventTableProps) => {
  const [topPx, setTopPx] = useState(0);
  const [reason, setReason] = useState('');
  const isShort = score.events.length <= ALL_ROWS;
  const first = isShort ? 0 : Math.max(0, Math.floor(topPx / ROW) - AROUND);
  const rows = isShort ? score.events : score.events.slice(first, first + SHOWN + 2 * AROUND);

  /** Puts a changed event in its place; it may move among the others. */
  const put = (index: number, event: ScoreEvent, what: string): string | undefined => {
    const changed = tidy(score.events.with(index, event), score.lengthUs);
    const place = changed.events.findIndex((one) => one.atUs === event.atUs && sameKind(one, event));
    return onChange(changed, what, new Set([place]));
  };

  const gapBefore = (index: number): number => (score.events[index]?.atUs ?? 0) - (score.events[index - 1]?.atUs ?? 0);

  const row = (event: ScoreEvent, index: number) => {
    const isChosen = places.has(index);
    return (
      <tr key={index} className={isChosen ? 'chosen' : ''} aria-selected={isChosen}>
        <td>
          <Cell
            onReason={setReason}
            value={inMs(event.atUs)}
            label={`Event ${index + 1}, at ms`}
            take={(text) => {
              const atUs = figure(text);
              return atUs === undefined ? NO_TIME : put(index, { ...event, atUs }, 'the time of an event');
            }}
          />
        </td>
        <td>
          {'code' in event ? (
            <Cell
              onReason={setReason}
              value={wordOfScoreKey(event.code)}
              label={`Event ${index + 1}, key`}
              take={(text) => {
                const code = keySaid(text);
                return code === undefined
                  ? 'That is not a key such as Esc, A or F13.'
                  : put(index, { ...event, code }, 'the key of an event');
              }}
            />
          ) : 'text' in event ? (
            <Cell
              onReason={setReason}
              value={event.text}
              label={`Event ${index + 1}, text`}
              take={(text) => put(index, { ...event, text }, 'a text')}
            />
          ) : (
            <Cell
              onReason={setReason}
              value={printTurn(event.wheel)}
              label={`Event ${index + 1}, wheel`}
              take={(text) => {
                const wheel = turnOf(text);
                return wheel
                  ? put(index, { ...event, wheel }, 'a turn of the wheel')
                  : 'That is not a turn such as wheel up 2.';
              }}
            />
          )}
        </td>
        <td>
          {'code' in event ? (
            <button
              type="button"
              className={`edge-word ${event.edge}`}
              title="Make it the other"
              onClick={() => put(index, { ...event, edge: event.edge === 'down' ? 'up' : 'down' }, 'an edge')}
            >
              {event.edge === 'down' ? '↓ down' : '↑ up'}
            </button>
          ) : 'text' in event ? (
            <Cell
              onReason={setReason}
              value={`every ${event.gapMs} ms`}
              label={`Event ${index + 1}, pace of the text`}
              take={(text) => {
                const gapMs = paceOf(text);
                return gapMs === undefined
                  ? `That is not a pace such as every 30 ms; ${LIMITS.gapMs.most} ms is the most.`
                  : put(index, { ...event, gapMs }, 'the pace of a text');
              }}
            />
          ) : null}
        </td>
        <td>
          {index > 0 && (
            <Cell
              onReason={setReason}
              value={inMs(gapBefore(index))}
              label={`Event ${index + 1}, gap before in ms`}
              take={(text) => {
                const gapUs = figure(text);
                if (gapUs === undefined) return NO_TIME;
                return onChange(
                  operations.setGaps(score, gapUs, new Set([index - 1, index])),
                  'a gap',
                  new Set([index]),
                );
              }}
            />
          )}
        </td>
        <td className="event-acts">
          <button
            type="button"
            className="word"
            aria-label={`Show event ${index + 1}`}
            onClick={() => onSelect([index])}
          >
            show
          </button>
          <button
            type="button"
            className="word madder"
            aria-label={`Take out event ${index + 1}`}
            title="Deletes this press, its release, and the pause that they leave"
            onClick={() =>
              onChange(operations.takeOutPresses(score, new Set([index])), 'taking out a press', new Set())
            }
          >
            ×
          </button>
        </td>
      </tr>
    );
  };

  return (
    <>
      {reason !== '' && (
        <p className="field-reason" role="alert">
          {reason}
        </p>
      )}
      <div className="event-table" onScroll={(event) => setTopPx(event.currentTarget.scrollTop)}>
        <table aria-rowcount={score.events.length}>
          <thead>
            <tr>
              <th scope="col">at ms</th>
              <th scope="col">key</th>
              <th scope="col">edge</th>
              <th scope="col">gap before</th>
              <th scope="col">
                <span className="visually-hidden">acts</span>
              </th>
            </tr>
          </thead>
          <tbody>
            <tr style={{ height: first * ROW }} aria-hidden="true" />
            {rows.map((event, n) => row(event, first + n))}
            <tr style={{ height: Math.max(0, score.events.length - first - rows.length) * ROW }} aria-hidden="true" />
          </tbody>
        </table>
      </div>
    </>
  );
};

const sameKind = (a: ScoreEvent, b: ScoreEvent): boolean =>
  'code' in a && 'code' in b ? a.code === b.code && a.edge === b.edge : 'text' in a === 'text' in b;
