/**
 * A walk through the profile, step by step: the one that its author wrote, or one made from what is there. The board shows what a step is
 * about, and every step can be tried on the spot. One's own is written here too.
 */
import { useEffect, useMemo, useRef, useState, type KeyboardEvent } from 'react';
import { Input, Segmented } from 'antd';
import { Link } from 'react-router';
import { contactOf, type BoardKey } from '../../core/board';
import { check, isSound } from '../../core/check';
import { LIMITS, walkEdit, type WrittenStep } from '../../core/profile';
import type { Way } from '../../core/typing';
import { BoardView } from '../shared/BoardView';
import { useBench, type Bench } from '../shared/useBench';
import { useFaces } from '../shared/useFaces';
import { TYPED_MS, useWorked } from '../shared/useWorked';
import { waySentence } from '../shared/wayWords';
import { textOf } from '../theme/dyes';
import { shownMade, shownWritten, writtenFrom, type ShownStep } from './walkWords';
import { WalkCard } from './WalkCard';
import './Walk.css';

type Drawn = Pick<ShownStep, 'layer' | 'keys' | 'way'>;

const Shown = ({ step, bench, onPick }: { step: Drawn; bench: Bench; onPick?: (key: string) => void }) => {
  const { profile, board, select } = bench;
  const faceOf = useFaces(profile, board, step.layer);
  const led = new Set(step.way?.steps.flatMap(({ keys }) => keys) ?? []);
  const own = new Set(step.keys);
  const face = (key: BoardKey) => {
    const { face: known } = faceOf(key);
    const id = key.contact ?? key.id;
    const className = led.has(id) ? 'walk-way' : own.has(id) ? 'walk-own' : step.keys.length > 0 ? 'walk-other' : '';
    return { ...known, className };
  };
  return (
    <div className="walk-board">
      <BoardView
        board={board}
        label={`${profile.layers[step.layer]?.name} on the ${board.name}`}
        face={face}
        onSelect={(key) =>
          onPick ? onPick(contactOf(board, key)) : select({ key, layer: profile.layers[step.layer]?.id ?? '' })
        }
      />
    </div>
  );
};

const capital = (words: string): string => words.charAt(0).toUpperCase() + words.slice(1);

/** A chain as a step of a walk: the keys that lead, and the last. */
const stepOf = (way: Way): Drawn => {
  const last = way.steps.at(-1);
  return {
    layer: last?.layer ?? 0,
    keys: last?.keys ?? [],
    way: { ...way, steps: way.steps.slice(0, -1) },
  };
};

const Walk = () => {
  const bench = useBench();
  const { profile, board, edit, tryEdit } = bench;
  const written = profile.walk;
  const sound = useMemo(() => check(profile, board), [profile, board]);
  const order = useMemo(
    () => (isSound(sound) ? ({ do: 'walk', profile, board } as const) : null),
    [sound, profile, board],
  );
  const { answer, failed } = useWorked(order);
  const [kept, setKept] = useState(answer);
  if (answer !== null && answer !== kept) setKept(answer);
  const made = answer ?? kept;
  const [kind, setKind] = useState<'written' | 'made'>('written');
  const [isWriting, setWriting] = useState(false);
  const [at, setAt] = useState(0);
  const list = useRef<HTMLOListElement>(null);
  const [asked, setAsked] = useState('');
  const whereOrder = useMemo(
    () => (isSound(sound) && asked.trim() !== '' ? ({ do: 'where', profile, board, question: asked } as const) : null),
    [sound, profile, board, asked],
  );
  const { answer: ways } = useWorked(whereOrder, TYPED_MS);
  const way = ways?.[0];
  const isOwn = written !== undefined && kind === 'written';
  const steps = useMemo(
    () =>
      made &&
      (isOwn
        ? written.map((step) => shownWritten(step, made, { profile, board }))
        : made.map((step) => shownMade(step, { profile, board }))),
    [made, isOwn, written, profile, board],
  );
  const place = steps ? Math.min(at, steps.length - 1) : 0;
  const step = steps?.[place];
  const isThere = steps !== null;
  useEffect(() => {
    if (isThere) list.current?.querySelector('button')?.focus();
  }, [isThere]);
  const go = (event: KeyboardEvent): void => {
    const by =
      event.key === 'ArrowDown' || event.key === 'ArrowRight'
        ? 1
        : event.key === 'ArrowUp' || event.key === 'ArrowLeft'
          ? -1
          : 0;
    if (by === 0 || !steps) return;
    event.preventDefault();
    const next = Math.max(0, Math.min(steps.length - 1, place + by));
    setAt(next);
    list.current?.querySelectorAll('button')[next]?.focus();
  };
  const write = (to: readonly WrittenStep[], goesOn = false): string | undefined =>
    tryEdit(walkEdit(written, to), 'the walk', goesOn);
  const begin = (to: readonly WrittenStep[]): void => {
    edit(walkEdit(written, to), 'the walk');
    setKind('written');
    setWriting(true);
    setAt(0);
  };
  if (!isSound(sound)) return <p role="alert">The draft has problems; put them right first, and the walk is here.</p>;
  if (!made || !steps || !step)
    return (
      <p className="soft" role="status">
        {failed
          ? 'The way through could not be found. Any change of the draft has it looked for again.'
          : 'Finding the way through …'}
      </p>
    );
  const dye = profile.layers[step.layer]?.dye;
  const own = isOwn && isWriting ? written : undefined;
  const toggled = (key: string): void => {
    const now = own?.[place];
    if (!own || !now) return;
    const keys = now.keys.includes(key) ? now.keys.filter((one) => one !== key) : [...now.keys, key];
    if (keys.length <= LIMITS.walkKeys) write(own.with(place, { ...now, keys }));
  };
  return (
    <div className="walk">
      <section className="panel walk-steps" aria-label="Steps">
        <Input
          size="small"
          allowClear
          aria-label="Where is it"
          placeholder="Where is … a sign, a key, Ctrl+Z"
          value={asked}
          onChange={({ target }) => setAsked(target.value)}
        />
        {written ? (
          <Segmented<'written' | 'made'>
            block
            size="small"
            value={kind}
            options={[
              { value: 'written', label: 'As written' },
              { value: 'made', label: 'From the keys' },
            ]}
            onChange={(to) => {
              setKind(to);
              setWriting(false);
              setAt(0);
            }}
          />
        ) : (
          <p>
            <strong>Steps</strong> <span className="soft">made from the keys</span>
          </p>
        )}
        <ol ref={list} onKeyDown={go} aria-label="Steps of the walk; arrow keys lead through">
          {steps.map((one, n) => (
            <li key={n}>
              <button
                type="button"
                className="walk-step"
                aria-current={n === place ? 'step' : undefined}
                onClick={() => setAt(n)}
              >
                <bdi style={one.isLayer ? { color: textOf(profile.layers[one.layer]?.dye ?? 'iron') } : undefined}>
                  {one.title}
                </bdi>
                {one.gone !== undefined && <span className="walk-gone"> · something is gone</span>}
              </button>
            </li>
          ))}
        </ol>
        <p className="walk-write">
          {isOwn ? (
            <button type="button" className="word" onClick={() => setWriting(!isWriting)}>
              {isWriting ? 'Done writing' : 'Change the walk'}
            </button>
          ) : written ? null : (
            <>
              <span className="soft">Lead others through it in your own words:</span>
              <button type="button" className="word" onClick={() => begin(writtenFrom(made, bench))}>
                Begin with these steps
              </button>
              <button
                type="button"
                className="word"
                onClick={() =>
                  begin([
                    {
                      says: `Begin here: this is ${profile.layers[0]?.name}.`,
                      ...(profile.layers[0] && { layer: profile.layers[0].id }),
                      keys: [],
                    },
                  ])
                }
              >
                Begin with one step
              </button>
            </>
          )}
        </p>
      </section>
      {asked.trim() !== '' ? (
        <div className="walk-shown">
          <section className="panel walk-says" aria-label="What is said" aria-live="polite">
            <h2>{asked}</h2>
            <p data-testid="where">
              {way
                ? `${capital(waySentence(way, board, profile))}.`
                : ways
                  ? 'No key of this profile leads there.'
                  : 'Looking for it …'}
            </p>
            {ways?.slice(1).map((other, n) => (
              <p key={n} className="soft">
                Or {waySentence(other, board, profile)}.
              </p>
            ))}
          </section>
          {way && <Shown step={stepOf(way)} bench={bench} />}
        </div>
      ) : (
        <div className="walk-shown">
          <section className="panel walk-says" aria-label="What is said" aria-live={own ? 'off' : 'polite'}>
            {own ? (
              <WalkCard key={place} bench={bench} steps={own} at={place} onChange={write} onGo={setAt} />
            ) : (
              <>
                {!isOwn && <h2 style={step.isLayer && dye ? { color: textOf(dye) } : undefined}>{step.title}</h2>}
                {step.says.map((line, n) => (
                  <p key={n} className={isOwn && n === 0 ? 'walk-words' : undefined}>
                    <bdi>{line}</bdi>
                  </p>
                ))}
              </>
            )}
            {step.gone !== undefined && (
              <p role="note" className="walk-gone">
                {step.gone}
              </p>
            )}
            <p className="walk-acts">
              <button type="button" className="word" disabled={place === 0} onClick={() => setAt(place - 1)}>
                ◂ Before
              </button>
              <button
                type="button"
                className="word"
                disabled={place === steps.length - 1}
                onClick={() => setAt(place + 1)}
              >
                Next ▸
              </button>
              <span className="soft">
                {place + 1} of {steps.length}
              </span>
              <Link className="walk-try" to={`/profile/${profile.id}/trial`}>
                Try it
              </Link>
            </p>
          </section>
          <Shown step={step} bench={bench} {...(own && { onPick: toggled })} />
        </div>
      )}
    </div>
  );
};

export default Walk;
