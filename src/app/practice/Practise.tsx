/** Exercises on one's own layout: the next characters, the way to the next one said and drawn, and how it goes by key and day. */
import { Button, Segmented } from 'antd';
import { useEffect, useMemo, useReducer, useRef, useState, type ReactNode } from 'react';
import type { BoardKey } from '../../core/board';
import { check, isSound, type Sound } from '../../core/check';
import { hostLayout } from '../../core/hosts';
import {
  exerciseOfText,
  plainly,
  progressByKey,
  slowness,
  weakest,
  YARD_TEXTS,
  type Exercise,
  type KeyProgress,
} from '../../core/typing';
import { BoardView } from '../shared/BoardView';
import { useBench, type Bench } from '../shared/useBench';
import { useFaces } from '../shared/useFaces';
import { useListening } from '../shared/useListening';
import { ListeningLine } from '../shared/ListeningLine';
import { useKeyboard } from '../state/keyboards';
import {
  dayOf,
  ofLastWeek,
  PracticeBook,
  practisedOf,
  strengthsOf,
  type Noted,
  type Practised,
} from '../state/practice';
import { Days } from './Days';
import { OwnWords, useKeptWords } from './OwnWords';
import { Practising, type Typed } from './practising';
import { PractiseNow } from './PractiseNow';
import { useWorked } from '../shared/useWorked';
import { meantOf } from './writing';
import { saidSteps } from '../shared/wayWords';
import './choice.css';
import './Practise.css';

/** What is practised of a text of one's own, in characters. */
const MOST_PRACTISED = 4000;

function titleOf({ kind, layer, id }: Exercise, bench: Bench): string {
  switch (kind) {
    case 'layer':
      return bench.profile.layers[layer ?? 0]?.name ?? id;
    case 'letters':
      return 'Letters';
    case 'numbers':
      return 'All figures';
    case 'signs':
      return 'All signs';
    case 'holds':
      return 'Holds and double taps';
    case 'together':
      return 'Pressed together';
    case 'under':
      return 'Under a modifier';
    case 'weak':
      return 'Weakest of the week';
    case 'text':
      return id;
  }
}

const wentWords = ({ count, wrong, meanMs }: KeyProgress): string =>
  `In the last seven days ${count} times, ${Math.round(meanMs)} ms on average, ${wrong} wrong.`;

type RunProps = {
  sound: Sound;
  exercise: Exercise;
  rows: readonly Practised[];
  bench: Bench;
  onNoted: () => void;
};

/** An exercise under way, or about to begin. */
const Run = ({ sound, exercise, rows, bench, onNoted }: RunProps) => {
  const { profile, board } = bench;
  const [practising] = useState(
    () => new Practising(sound, exercise.items, exercise.kind === 'text', strengthsOf(rows), Math.random),
  );
  const [book] = useState(() => new PracticeBook(profile.id));
  const [, draw] = useReducer((count: number) => count + 1, 0);
  const [hidesWay, setHidesWay] = useState(false);
  const [problem, setProblem] = useState('');
  const listening = useListening(practising, board);
  const noted = useRef(onNoted);
  useEffect(() => {
    noted.current = onNoted;
  });

  useEffect(() => {
    practising.onPart = (typed: readonly Typed[]) => {
      const byToken = new Map<string, Noted>();
      for (const { token, key, ms, isRight } of typed) {
        const one = byToken.get(token) ?? { token, key, count: 0, wrong: 0, sumMs: 0, strength: 0 };
        byToken.set(token, {
          ...one,
          count: one.count + 1,
          wrong: one.wrong + (isRight ? 0 : 1),
          sumMs: one.sumMs + ms,
          strength: practising.strengthOf(token),
        });
      }
      void book.note(dayOf(new Date()), [...byToken.values()]).then((why) => {
        setProblem(why === undefined ? '' : `Not kept yet: ${why}. It is tried again with what you type next.`);
        noted.current();
      });
    };
    return () => practising.part();
  }, [practising, book]);

  const { isListening } = listening;
  useEffect(() => {
    if (!isListening) {
      practising.part();
      return;
    }
    let isDirty = true;
    practising.onChange = () => void (isDirty = true);
    let frame = requestAnimationFrame(function pass() {
      practising.tick(performance.now());
      if (isDirty) draw();
      isDirty = false;
      frame = requestAnimationFrame(pass);
    });
    return () => cancelAnimationFrame(frame);
  }, [practising, isListening]);

  const { next, row, at, wrong } = practising;
  const lead = new Set(next && !hidesWay ? next.way.steps.slice(0, -1).flatMap(({ keys }) => keys) : []);
  const last = new Set(next && !hidesWay ? next.way.steps.at(-1)?.keys : []);
  const shownLayer = (next && !hidesWay && next.way.steps.at(-1)?.layer) || 0;
  const faceOf = useFaces(profile, board, shownLayer);
  const progress = useMemo(() => progressByKey(ofLastWeek(rows)), [rows]);
  const face = (key: BoardKey) => {
    const { face: known } = faceOf(key);
    const id = key.contact ?? key.id;
    const went = progress.get(id);
    const { ticks: _, ...cap } = known.cap;
    return {
      label: went ? `${known.label} ${wentWords(went)}` : known.label,
      cap: { ...cap, ...(went && { thread: { share: slowness(went), hasKnot: went.wrong > 0 } }) },
      className: last.has(id) ? 'practise-next' : lead.has(id) ? 'practise-lead' : 'practise-other',
    };
  };
  return (
    <>
      <div className="practise-middle">
        <p className="practise-row" aria-hidden="true">
          {row.slice(Math.max(0, at - 6), at + 22).map((item, n) => {
            const place = Math.max(0, at - 6) + n;
            return (
              <span
                key={place}
                className={
                  place < at ? 'practise-done' : place > at ? '' : wrong === '' ? 'practise-now' : 'practise-now wrong'
                }
              >
                {item.token === ' ' ? '␣' : item.token}
              </span>
            );
          })}
        </p>
        <p className="visually-hidden" role="status">
          {next ? `${wrong === '' ? '' : `${wrong} came. `}Next: ${next.token}` : ''}
        </p>
        <p className="practise-way">
          <span>
            {next &&
              !hidesWay &&
              saidSteps(next.way, board, profile).map(({ does, key, finger }, n) => (
                <span key={n}>
                  <span className="soft">
                    {n > 0 ? ', then ' : ''}
                    {does}
                  </span>{' '}
                  <strong>{key}</strong> <span className="soft">with {finger}</span>
                </span>
              ))}
          </span>
          <button type="button" className="word" aria-pressed={hidesWay} onClick={() => setHidesWay(!hidesWay)}>
            {hidesWay ? 'Show the way' : 'Hide the way'}
          </button>
        </p>
        <div className="practise-board">
          <BoardView board={board} face={face} label={`the ${board.name}, with the way to the next one`} />
        </div>
        {progress.size > 0 && (
          <p className="soft">
            The last seven days: a thread on a key is its mean time, right across for 1.4 s; a knot, that something went
            wrong.
          </p>
        )}
        <p className="practise-acts">
          {isListening ? (
            <ListeningLine board={board} onStop={listening.stop} />
          ) : (
            <Button type="primary" onClick={listening.start}>
              {practising.typed.length > 0 ? 'Go on' : 'Begin'}
            </Button>
          )}
          {problem !== '' && <span role="alert">{problem}</span>}
        </p>
      </div>
      <PractiseNow practising={practising} board={board} profile={profile} />
    </>
  );
};

/** What is practised: the draft, or what the keyboard has in the slot that is in use. */
const Practise = () => {
  const draft = useBench();
  const [source, setSource] = useState<'draft' | 'keyboard'>('draft');
  const { status, hello, slots } = useKeyboard(draft.board.id);
  const inUse = status === 'connected' && hello ? slots[hello.selected] : undefined;
  const stored = inUse?.state === 'profile' ? inUse.profile : undefined;
  const played = source === 'keyboard' && stored ? stored : draft.profile;
  return (
    <Exercises
      key={`${source} ${played.id}`}
      bench={{ ...draft, profile: played }}
      choice={
        stored && (
          <Segmented<'draft' | 'keyboard'>
            block
            size="small"
            aria-label="What is played"
            value={source}
            options={[
              { value: 'draft', label: 'this draft' },
              {
                value: 'keyboard',
                label: 'what is saved',
                title: `${stored.name}, in slot ${(hello?.selected ?? 0) + 1}`,
              },
            ]}
            onChange={setSource}
          />
        )
      }
    />
  );
};

const Exercises = ({ bench, choice }: { bench: Bench; choice: ReactNode }) => {
  const { profile, board } = bench;
  const sound = useMemo(() => check(profile, board), [profile, board]);
  const order = useMemo(
    () => (isSound(sound) ? ({ do: 'exercises', profile, board } as const) : null),
    [sound, profile, board],
  );
  const { answer: made, failed } = useWorked(order);
  const [rows, setRows] = useState<readonly Practised[] | null>(null);
  const [unread, setUnread] = useState('');
  const [rounds, readAgain] = useReducer((count: number) => count + 1, 0);
  const [atBegin, setAtBegin] = useState<readonly Practised[] | null>(null);
  useEffect(() => {
    let isOpen = true;
    void practisedOf(profile.id).then(({ rows: read, problem }) => {
      if (!isOpen) return;
      setUnread(problem);
      setRows(read);
      setAtBegin((before) => before ?? read);
    });
    return () => {
      isOpen = false;
    };
  }, [profile.id, rounds]);
  const own = useKeptWords('text') ?? '';
  const exercises = useMemo(() => {
    if (!made || !atBegin || !isSound(sound)) return null;
    const weak = weakest(ofLastWeek(atBegin), made);
    const texts = YARD_TEXTS.map(({ name, text }): Exercise => ({
      id: name,
      kind: 'text',
      items: exerciseOfText(sound, meantOf(text)),
    }));
    const all = [...made, ...(weak ? [weak] : []), ...texts.filter(({ items }) => items.length > 20)];
    return all;
  }, [made, atBegin, sound]);
  const [chosen, setChosen] = useState('');
  const ownItems = useMemo(
    () =>
      isSound(sound) && own.trim() !== ''
        ? exerciseOfText(sound, meantOf(plainly(own.slice(0, MOST_PRACTISED), hostLayout(sound.profile.hostLayout))))
        : [],
    [own, sound],
  );
  const exercise: Exercise | undefined =
    chosen === 'own'
      ? { id: 'own', kind: 'text', items: ownItems }
      : (exercises?.find(({ id }) => id === chosen) ?? exercises?.[0]);
  if (!isSound(sound))
    return (
      <>
        <p role="alert">The draft has problems; put them right first, and it can be practised.</p>
        {choice}
      </>
    );
  if (!exercises || !atBegin)
    return (
      <p className="soft" role="status">
        {failed
          ? 'What there is to practise could not be found out. Any change of the draft has it looked for again.'
          : 'Looking what there is to practise …'}
      </p>
    );
  return (
    <div className="practise">
      <section className="panel practise-list" aria-label="What to practise">
        <p>
          <strong>What to practise</strong>
        </p>
        {choice}
        {exercises.map((one) => (
          <button
            key={one.id}
            type="button"
            className="practice-choice"
            aria-pressed={one.id === exercise?.id}
            onClick={() => setChosen(one.id)}
          >
            <strong>{titleOf(one, bench)}</strong>
            <span className="soft">{one.kind === 'text' ? 'a text' : `${one.items.length} things`}</span>
          </button>
        ))}
        <button
          type="button"
          className="practice-choice"
          aria-pressed={chosen === 'own'}
          onClick={() => setChosen('own')}
        >
          <strong>Your own text</strong>
          <span className="soft">{own.trim() === '' ? 'paste' : 'a text'}</span>
        </button>
        {chosen === 'own' && (
          <>
            <OwnWords kind="text" label="Your own text" rows={3} value={own} />
            {own.length > MOST_PRACTISED && (
              <p className="soft">Its first {MOST_PRACTISED.toLocaleString('en')} characters are practised.</p>
            )}
          </>
        )}
      </section>
      {exercise && exercise.items.length > 0 ? (
        <Run
          key={`${exercise.id} ${exercise.id === 'own' ? own : ''}`}
          sound={sound}
          exercise={exercise}
          rows={rows ?? atBegin}
          bench={bench}
          onNoted={readAgain}
        />
      ) : (
        <p className="soft practise-middle">
          {chosen === 'own'
            ? 'Paste a text at the left; what this profile can type of it is practised.'
            : 'No key of this profile types anything yet.'}
        </p>
      )}
      <Days rows={rows ?? []} problem={unread} profile={profile} board={board} />
    </div>
  );
};

export default Practise;
