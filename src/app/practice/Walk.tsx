/** A walk through the profile, step by step: the board shows what a step is about, and every step can be tried on the spot. */
import { useEffect, useMemo, useRef, useState, type KeyboardEvent } from 'react';
import { Input } from 'antd';
import { Link } from 'react-router';
import type { BoardKey } from '../../core/board';
import { check, isSound } from '../../core/check';
import { macroSentences, sayCount } from '../../core/macro';
import { sentencesOf } from '../../core/notation';
import { timingOf, waysTo, type Profile } from '../../core/profile';
import type { WalkStep, Way } from '../../core/typing';
import { BoardView } from '../shared/BoardView';
import { keyLegend } from '../shared/keyNames';
import { useBench, type Bench } from '../shared/useBench';
import { useFaces } from '../shared/useFaces';
import { textOf } from '../theme/dyes';
import { useWorked } from '../shared/useWorked';
import { waySentence } from '../shared/wayWords';
import './Walk.css';

/** What a step is called in the list. */
function titleOf({ about, layer, keys, of }: WalkStep, { profile, board }: Bench): string {
  switch (about) {
    case 'base':
      return 'Where everything begins';
    case 'layer':
      return profile.layers[layer]?.name ?? '';
    case 'crowded':
      return `${keyLegend(board, profile, keys[0] ?? '')}: many meanings`;
    case 'joint':
      return `${keys.map((key) => keyLegend(board, profile, key)).join(' + ')} together`;
    case 'macro':
      return profile.macros.find(({ id }) => id === of)?.name ?? '';
    case 'careful':
      return `With care on ${profile.layers[layer]?.name}`;
  }
}

const bindingSentences = (profile: Profile, layer: number, key: string): string[] => {
  const does = profile.layers[layer]?.keys[key]?.does;
  return does ? sentencesOf(does, timingOf(profile, does), profile) : [];
};

/** How a layer is left that was come to so. */
function howItEnds(step: WalkStep, { profile, board }: Bench): string {
  const key = step.way?.steps.at(-1)?.keys[0];
  const layer = profile.layers[step.layer];
  const how = layer && waysTo(profile, layer.id).find(({ site }) => site.in === 'key' && site.key === key)?.how;
  const back = step.back?.map((id) => keyLegend(board, profile, id)).join(' or ');
  switch (how) {
    case 'while':
      return 'It is gone when that key comes up.';
    case 'once':
      return 'It is there for the next key, and gone then.';
    case 'flip':
      return 'The same key turns it off again.';
    case 'go':
      return back ? `${back} leads back.` : '';
    default:
      return '';
  }
}

/** What is said at a step. */
function sentencesAt(step: WalkStep, bench: Bench): string[] {
  const { profile, board } = bench;
  const layer = profile.layers[step.layer];
  const legend = (key: string): string => keyLegend(board, profile, key);
  switch (step.about) {
    case 'base': {
      const others = profile.layers.slice(1).map(({ name }) => name);
      return [
        `${profile.name} is for the ${board.name}. Its base, ${layer?.name}, is always there.`,
        others.length === 0
          ? 'There is no other layer.'
          : `Over it ${others.length === 1 ? 'lies' : 'lie'} ${others.join(', ')}; each is shown by keys of its own.`,
        ...(profile.macros.length > 0 ? [`It plays ${sayCount(profile.macros.length, 'macro')}.`] : []),
      ];
    }
    case 'layer': {
      const notes = step.keys.flatMap((key) => {
        const note = layer?.keys[key]?.note;
        return note ? [`${legend(key)}: ${note}`] : [];
      });
      return [
        step.way ? `To get here, ${waySentence(step.way, board, profile)}.` : 'No key leads here.',
        howItEnds(step, bench),
        `It has ${sayCount(step.keys.length, 'key')} of its own; all others are what they are below.`,
        ...notes.slice(0, 4),
      ].filter((line) => line !== '');
    }
    case 'crowded':
      return bindingSentences(profile, step.layer, step.keys[0] ?? '');
    case 'joint': {
      const joint = profile.joints.find(({ id }) => id === step.of);
      return joint
        ? [
            `Pressed within ${joint.withinMs} ms of each other, these keys do a thing of their own.`,
            ...sentencesOf({ kind: 'act', action: joint.action }, profile.timing, profile),
          ]
        : [];
    }
    case 'macro': {
      const macro = profile.macros.find(({ id }) => id === step.of);
      return [`${step.keys.map(legend).join(' or ')} plays it.`, ...(macro ? macroSentences(macro) : [])];
    }
    case 'careful':
      return step.keys.flatMap((key) =>
        bindingSentences(profile, step.layer, key).map((line) => `${legend(key)}: ${line}`),
      );
  }
}

const Shown = ({ step, bench }: { step: WalkStep; bench: Bench }) => {
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
        onSelect={(key) => select({ key, layer: profile.layers[step.layer]?.id ?? '' })}
      />
    </div>
  );
};

const capital = (words: string): string => words.charAt(0).toUpperCase() + words.slice(1);

/** A chain as a step of a walk: the keys that lead, and the last. */
const stepOf = (way: Way): WalkStep => {
  const last = way.steps.at(-1);
  return {
    about: 'layer',
    layer: last?.layer ?? 0,
    keys: last?.keys ?? [],
    way: { ...way, steps: way.steps.slice(0, -1) },
  };
};

const Walk = () => {
  const bench = useBench();
  const { profile, board } = bench;
  const sound = useMemo(() => check(profile, board), [profile, board]);
  const order = useMemo(
    () => (isSound(sound) ? ({ do: 'walk', profile, board } as const) : null),
    [sound, profile, board],
  );
  const { answer: steps } = useWorked(order);
  const [at, setAt] = useState(0);
  const list = useRef<HTMLOListElement>(null);
  const [asked, setAsked] = useState('');
  const whereOrder = useMemo(
    () => (isSound(sound) && asked.trim() !== '' ? ({ do: 'where', profile, board, question: asked } as const) : null),
    [sound, profile, board, asked],
  );
  const { answer: ways } = useWorked(whereOrder);
  const way = ways?.[0];
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
  if (!isSound(sound)) return <p role="alert">The draft has problems; put them right first, and the walk is here.</p>;
  if (!steps || !step)
    return (
      <p className="soft" role="status">
        Finding the way through …
      </p>
    );
  const dye = profile.layers[step.layer]?.dye;
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
        <p>
          <strong>Steps</strong> <span className="soft">arrow keys lead through</span>
        </p>
        <ol ref={list} onKeyDown={go}>
          {steps.map((one, n) => (
            <li key={n}>
              <button
                type="button"
                className="walk-step"
                aria-current={n === place ? 'step' : undefined}
                onClick={() => setAt(n)}
              >
                <bdi
                  style={
                    one.about === 'layer' ? { color: textOf(profile.layers[one.layer]?.dye ?? 'iron') } : undefined
                  }
                >
                  {titleOf(one, bench)}
                </bdi>
              </button>
            </li>
          ))}
        </ol>
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
          <section className="panel walk-says" aria-label="What is said" aria-live="polite">
            <h2 style={step.about === 'layer' && dye ? { color: textOf(dye) } : undefined}>{titleOf(step, bench)}</h2>
            {sentencesAt(step, bench).map((line, n) => (
              <p key={n}>{line}</p>
            ))}
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
          <Shown step={step} bench={bench} />
        </div>
      )}
    </div>
  );
};

export default Walk;
