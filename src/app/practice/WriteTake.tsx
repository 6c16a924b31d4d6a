/** Writing a take: a text of the yard or one's own, on one's own keyboard; what comes stands under what is meant, and typing goes on whatever comes. */
import { App as AntApp, Button, Segmented } from 'antd';
import { useEffect, useMemo, useReducer, useRef, useState } from 'react';
import type { Sound } from '../../core/check';
import { hostLayout, hostName, strokesOf, type ShownPiece } from '../../core/hosts';
import { corrected, plainly, YARD_TEXTS } from '../../core/typing';
import { AskedFirst } from '../shared/AskedFirst';
import { useListening } from '../shared/useListening';
import { ListeningLine } from '../shared/ListeningLine';
import { useOwnWords } from '../state/ownWords';
import { headOf, strokesOfTake, useTakes, type Take } from '../state/takes';
import { FreeText } from './FreeText';
import { TypedText } from './TypedText';
import { OwnWords, useKeptWords } from './OwnWords';
import { useSoFar } from './useSoFar';
import { meantOf, Writing } from './writing';
import './WriteTake.css';

const OWN = 'own';
const FREE = 'free';
/** A take of fewer presses tells nothing. */
const FEWEST = 8;

const THROWN = { asks: 'What you have written goes, for good.', yes: 'Throw it away', no: 'Not now' };

type Props = {
  /** As the draft is when it is begun: what changes it meanwhile does not touch what is written. */
  sound: Sound;
  onDone: (isKept: boolean) => void;
};

const timeOf = (ms: number): string =>
  `${Math.floor(ms / 60_000)}:${String(Math.floor(ms / 1000) % 60).padStart(2, '0')}`;

export const WriteTake = ({ sound, onDone }: Props) => {
  const { profile, board } = sound;
  const { message } = AntApp.useApp();
  const [which, setWhich] = useState<string>(YARD_TEXTS[0].name);
  const own = useKeptWords('text') ?? '';
  const isFree = which === FREE;
  const [marks, setMarks] = useState<ReadonlyMap<ShownPiece, string>>(new Map());
  const [isKeeping, setKeeping] = useState(false);
  const text = which === OWN ? own : (YARD_TEXTS.find(({ name }) => name === which)?.text ?? '');
  const meant = useMemo(() => meantOf(text), [text]);
  const lacking = useMemo(() => {
    const layout = hostLayout(profile.hostLayout);
    return [...new Set(meant)].filter((token) => [...token].length === 1 && !strokesOf(layout, token));
  }, [meant, profile.hostLayout]);
  const [round, anew] = useReducer((count: number) => count + 1, 0);
  const writing = useMemo(() => {
    // A new page to write on, each time it is begun anew.
    void round;
    return new Writing(sound, meant);
  }, [sound, meant, round]);
  const [, draw] = useReducer((count: number) => count + 1, 0);
  const listening = useListening((isFree || meant.length > 0) && lacking.length === 0 ? writing : null, board);
  const begin = useRef<HTMLButtonElement>(null);
  useEffect(() => begin.current?.focus(), [round]);

  // Time passes once a frame while somebody writes; what has come is drawn with it.
  useEffect(() => {
    if (!listening.isListening) return;
    let isDirty = true;
    writing.onChange = () => void (isDirty = true);
    let frame = requestAnimationFrame(function pass() {
      writing.tick(performance.now());
      if (writing.isDone) listening.stop();
      if (isDirty) draw();
      isDirty = false;
      frame = requestAnimationFrame(pass);
    });
    return () => cancelAnimationFrame(frame);
  }, [writing, listening]);

  /** What has been written, as a take. */
  const takeOf = (more: string): Omit<Take, 'id'> => {
    const free = isFree ? corrected(sound, writing.samples) : null;
    const markOf = (place = -1): string | undefined => {
      const piece = writing.host.pieces[place];
      return piece && marks.get(piece);
    };
    return {
      name: `${isFree ? 'Free writing' : which === OWN ? 'A text of my own' : which}${more}`,
      ...headOf(profile),
      meant: free ? free.meant.map((token, n) => markOf(free.places[n]) ?? token).join('') : writing.meantLine(),
      strokes: strokesOfTake(free ? free.samples : writing.samples),
    };
  };
  const written = isFree ? writing.host.pieces.length : writing.followed.at;
  const hasEnough = written >= FEWEST;
  const soFar = useSoFar(writing, listening.isListening, () => (hasEnough ? takeOf(', so far') : null));
  const add = (more: string): Promise<string | undefined> => {
    writing.settle(performance.now());
    writing.isStored = true;
    return useTakes.getState().add(takeOf(more), writing.id);
  };
  const keep = async (): Promise<void> => {
    setKeeping(true);
    const why = await add('');
    setKeeping(false);
    if (why === undefined) done(true);
    else void message.error(`Not kept: ${why}. It is still here; make room and keep it again.`, 8);
  };
  const done = (isKept: boolean): void => {
    writing.end();
    onDone(isKept);
  };
  const forget = (): void =>
    void soFar.forget().then((why) => {
      if (why !== undefined) void message.error(`What you threw away is still among the takes: ${why}.`, 8);
    });
  /** What was neither kept nor thrown away is kept when somebody goes elsewhere; the browser asks before the page is closed. */
  const leaving = useRef({ isOpen: (): boolean => false, keep: (): void => undefined });
  useEffect(() => {
    leaving.current = {
      isOpen: () => hasEnough && !writing.isOver,
      keep: () =>
        void add(', left off').then((why) =>
          why === undefined
            ? message.info('The take that you left off is kept among the takes.')
            : message.error(`The take that you left off is not kept: ${why}.`, 8),
        ),
    };
  });
  useEffect(() => {
    const ask = (event: BeforeUnloadEvent): void => {
      if (leaving.current.isOpen()) event.preventDefault();
    };
    addEventListener('beforeunload', ask);
    return () => {
      removeEventListener('beforeunload', ask);
      if (leaving.current.isOpen()) leaving.current.keep();
    };
  }, []);

  return (
    <section className="panel write-take" aria-label="Write a take">
      <p className="section-line">
        <span>
          <strong>Write a take</strong> <span className="soft">as you always do; if it comes out wrong, go on</span>
        </span>
        <AskedFirst
          {...THROWN}
          isAsked={hasEnough}
          onYes={() => {
            forget();
            done(false);
          }}
        >
          {hasEnough ? 'Throw it away' : 'Back to the takes'}
        </AskedFirst>
      </p>
      <Segmented<string>
        aria-label="Which text"
        value={which}
        disabled={listening.isListening || writing.hasBegun}
        onChange={setWhich}
        options={[
          ...YARD_TEXTS.map(({ name }) => name),
          { value: OWN, label: 'a text of my own' },
          { value: FREE, label: 'freely' },
        ]}
      />
      {which === OWN && !writing.hasBegun && !listening.isListening && (
        <OwnWords
          kind="text"
          label="A text of your own"
          placeholder="Paste a text, best one of the kind that you write most"
          rows={4}
          value={own}
        />
      )}
      {lacking.length > 0 && (
        <p role="alert">
          No key makes {lacking.slice(0, 8).join(' ')} on the host layout {hostName(profile.hostLayout)}. Take{' '}
          {lacking.length === 1 ? 'it' : 'them'} out of the text
          {which === OWN && (
            <>
              , or{' '}
              <button
                type="button"
                className="word"
                onClick={() => useOwnWords.getState().write('text', plainly(own, hostLayout(profile.hostLayout)))}
              >
                put plain ones in their place
              </button>
            </>
          )}
          .
        </p>
      )}
      {isFree ? (
        <FreeText
          writing={writing}
          isListening={listening.isListening}
          marks={marks}
          onMark={(piece, mark) => {
            const next = new Map(marks);
            if (mark === '') next.delete(piece);
            else next.set(piece, mark);
            setMarks(next);
          }}
        />
      ) : (
        <TypedText writing={writing} meant={meant} />
      )}
      <p className="write-acts">
        {listening.isListening ? (
          <ListeningLine board={board} onStop={listening.stop} />
        ) : writing.hasBegun ? (
          <>
            <Button type="primary" disabled={!hasEnough || isKeeping} onClick={() => void keep()}>
              Keep this take
            </Button>
            <Button onClick={listening.start} disabled={writing.isDone}>
              Go on
            </Button>
            <AskedFirst
              {...THROWN}
              isAsked={hasEnough}
              onYes={() => {
                forget();
                setMarks(new Map());
                anew();
              }}
            >
              Begin again
            </AskedFirst>
          </>
        ) : (
          <Button
            ref={begin}
            type="primary"
            disabled={(!isFree && meant.length === 0) || lacking.length > 0}
            onClick={listening.start}
          >
            Begin
          </Button>
        )}
        <span className="soft write-figures" data-testid="written">
          {isFree ? `${written} characters` : `${written} of ${meant.length} characters`} ·{' '}
          {timeOf((writing.samples.at(-1)?.tUs ?? 0) / 1000)}
          {soFar.keptUs !== null && ` · kept up to ${timeOf(soFar.keptUs / 1000)}`}
        </span>
      </p>
      {soFar.problem !== '' && (
        <p role="alert">What you write cannot be kept while you write it: {soFar.problem}. Keep it when it is done.</p>
      )}
    </section>
  );
};
