/** What a text, a take or a list of shortcuts costs the hands, by finger; beside another profile; and what could move where. */
import { Button, Progress, Segmented, Select } from 'antd';
import { useEffect, useMemo, useState } from 'react';
import { check, isSound } from '../../core/check';
import { swapKeysEverywhere, type Profile } from '../../core/profile';
import {
  BUSY_SHARE,
  busiestThumb,
  runsOf,
  shareOf,
  travelOf,
  YARD_TEXTS,
  type FingerId,
  type LighterMove,
  type Load,
} from '../../core/typing';
import { keyTitle } from '../shared/keyNames';
import { useBench, type Bench } from '../shared/useBench';
import { useShelf } from '../state/shelf';
import { useOwnWords } from '../state/ownWords';
import { useTakes } from '../state/takes';
import { FingerBars } from './FingerBars';
import { OwnWords, useKeptWords } from './OwnWords';
import { useWorked } from '../shared/useWorked';
import { swappedIn, TwoPlaces, type Places } from './TwoPlaces';
import './LoadPart.css';

const OWN = 'own';
const SHORTCUTS = 'shortcuts';
const USUAL_SHORTCUTS =
  '[Ctrl+C] 40\n[Ctrl+V] 45\n[Ctrl+Z] 25\n[Ctrl+S] 20\n[Alt+Tab] 30\n[Ctrl+Left] 15\n[Ctrl+Right] 15\n[Home] 10\n[End] 12\n[F5] 6';

const percent = (share: number): string => `${(100 * share).toFixed(1)} %`;
const metres = (mm: number): string => (mm < 2000 ? `${Math.round(mm)} mm` : `${(mm / 1000).toFixed(1)} m`);

/** The figures of a whole text, one a line; beside those of another. */
const Figures = ({ load, other, names }: { load: Load; other: Load | null; names: readonly [string, string] }) => {
  const rows: readonly (readonly [string, (one: Load) => string])[] = [
    ['presses', ({ presses }) => String(presses)],
    ['left hand', (one) => percent(handShare(one, 'left'))],
    ['right hand', (one) => percent(handShare(one, 'right'))],
    [
      'thumbs',
      (one) =>
        percent(
          [...one.fingers.keys()]
            .filter((finger) => finger.endsWith('thumb'))
            .reduce((sum, finger) => sum + shareOf(one, finger), 0),
        ),
    ],
    [
      'twice in a row with one finger',
      (one) => `${runsOf(one)} (${percent(one.presses === 0 ? 0 : runsOf(one) / one.presses)})`,
    ],
    ['hand changes', ({ handChanges }) => String(handChanges)],
    ['layer changes', ({ layerChanges }) => String(layerChanges)],
    ['way of all fingers', (one) => metres(travelOf(one))],
  ];
  return (
    <table className="load-figures">
      {other && (
        <thead>
          <tr>
            <td />
            <th scope="col">
              <bdi>{names[0]}</bdi>
            </th>
            <th scope="col">
              <bdi>{names[1]}</bdi>
            </th>
          </tr>
        </thead>
      )}
      <tbody>
        {rows.map(([name, say]) => (
          <tr key={name}>
            <th scope="row">{name}</th>
            <td>{say(load)}</td>
            {other && <td>{say(other)}</td>}
          </tr>
        ))}
      </tbody>
    </table>
  );
};

const handShare = (load: Load, hand: string): number =>
  [...load.fingers].reduce((sum, [finger, { presses }]) => sum + (finger.startsWith(hand) ? presses : 0), 0) /
  Math.max(1, load.presses);

/** Is a thumb doing too much? With figures, and what could move. */
const Thumb = ({ load, text, bench }: { load: Load; text: string; bench: Bench }) => {
  const { profile, board, edit } = bench;
  const thumb = busiestThumb(load);
  const [asked, setAsked] = useState<{ profile: Profile; text: string; thumb: FingerId } | null>(null);
  const isAsked = asked !== null && asked.profile === profile && asked.text === text && asked.thumb === thumb;
  const order = useMemo(
    () =>
      asked && isAsked
        ? ({ do: 'lighten', profile: asked.profile, board, text: asked.text, finger: asked.thumb } as const)
        : null,
    [asked, isAsked, board],
  );
  const { answer: moves, progress } = useWorked(order);
  if (!thumb) return <p className="soft">No thumb presses anything here.</p>;
  const share = shareOf(load, thumb);
  const { holding = 0 } = load.fingers.get(thumb) ?? {};
  const take = ({ from, to }: LighterMove): void => {
    const change = swapKeysEverywhere(profile, from, to);
    if (change)
      edit(change, `${keyTitle(board, profile, from)} and ${keyTitle(board, profile, to)} in each other’s place`);
  };
  return (
    <div className="load-thumb" data-testid="thumb">
      <p>
        <strong>Is a thumb doing too much?</strong> The {thumb} presses {percent(share)} of all
        {holding > 0 ? `, and holds a key during ${holding} presses of its neighbours` : ''}.{' '}
        {share > BUSY_SHARE
          ? 'That is more than a quarter: something could move.'
          : 'That is less than a quarter, which the space alone nearly comes to.'}
      </p>
      {!isAsked ? (
        <Button size="small" disabled={text === ''} onClick={() => setAsked({ profile, text, thumb })}>
          What could move?
        </Button>
      ) : progress !== null ? (
        <div role="status">
          <Progress percent={Math.round(progress * 100)} aria-label="Trying other places" />
          <Button size="small" onClick={() => setAsked(null)}>
            Stop
          </Button>
        </div>
      ) : moves?.length === 0 ? (
        <p>No change of two places helps on this text.</p>
      ) : (
        <ul>
          {moves?.map((move) => (
            <li key={`${move.from} ${move.to}`}>
              {keyTitle(board, profile, move.from)} ⇄ {keyTitle(board, profile, move.to)}:{' '}
              <span className="soft">
                the {thumb} {percent(move.share[1])}, all fingers {metres(move.travelMm[1])} instead of{' '}
                {metres(move.travelMm[0])}, {move.runs[1]} in a row instead of {move.runs[0]}
              </span>{' '}
              <button type="button" className="word" onClick={() => take(move)}>
                Change them
              </button>
            </li>
          ))}
        </ul>
      )}
    </div>
  );
};

const LoadPart = () => {
  const bench = useBench();
  const { profile, board } = bench;
  const [which, setWhich] = useState<string>(YARD_TEXTS[0].name);
  const own = useKeptWords('text') ?? '';
  const list = useKeptWords('shortcuts') ?? USUAL_SHORTCUTS;
  const [otherId, setOtherId] = useState<string | null>(null);
  const takes = useTakes((state) => state.takes);
  useEffect(() => useTakes.getState().follow(), []);
  const entries = useShelf((state) => state.entries);
  const sound = useMemo(() => check(profile, board), [profile, board]);
  const take = takes?.find(({ id }) => id === which);
  const text = which === OWN ? own : take ? take.meant : (YARD_TEXTS.find(({ name }) => name === which)?.text ?? '');
  const others = entries.filter((entry) => entry.profile.id !== profile.id && entry.profile.board === board.id);
  const [places, setPlaces] = useState<Places>([null, null]);
  const swapped = useMemo(() => swappedIn(profile, places), [profile, places]);
  const other = useMemo(
    () => swapped?.profile ?? entries.find((entry) => entry.profile.id === otherId)?.profile,
    [swapped, entries, otherId],
  );
  const otherName = swapped ? 'with those two changed' : (other?.name ?? '');
  const order = useMemo(() => {
    if (!isSound(sound) || text === '') return null;
    // Beside another one, both are counted in one way: by the shortest ways of each to the same text.
    return take?.board === board.id && !other
      ? ({ do: 'taken', profile, board, strokes: take.strokes, text } as const)
      : ({ do: 'load', profile, board, text } as const);
  }, [sound, profile, board, text, take, other]);
  const otherOrder = useMemo(
    () =>
      other && isSound(check(other, board)) && text !== ''
        ? ({ do: 'load', profile: other, board, text } as const)
        : null,
    [other, board, text],
  );
  const shortcutOrder = useMemo(
    () => (isSound(sound) && which === SHORTCUTS ? ({ do: 'shortcuts', profile, board, list } as const) : null),
    [sound, which, profile, board, list],
  );
  const { answer, failed } = useWorked<'load' | 'taken'>(order);
  const { answer: otherAnswer } = useWorked(otherOrder);
  const { answer: shortcuts } = useWorked(shortcutOrder);
  if (!isSound(sound))
    return <p role="alert">The draft has problems; put them right first, and its load can be counted.</p>;
  return (
    <div className="load">
      <section className="panel load-of" aria-label="Load of what">
        <p>
          <strong>Load</strong> <span className="soft">what it costs your hands</span>
        </p>
        <Segmented<string>
          vertical
          aria-label="Load of what"
          value={which}
          onChange={setWhich}
          options={[
            ...YARD_TEXTS.map(({ name }) => ({ value: name, label: name })),
            ...(takes ?? [])
              .filter((one) => one.board === board.id)
              .map(({ id, name }) => ({ value: id, label: `take: ${name}` })),
            { value: OWN, label: 'a text of my own' },
            { value: SHORTCUTS, label: 'shortcuts' },
          ]}
        />
        {which === OWN && <OwnWords kind="text" label="A text of your own" rows={8} value={own} />}
        {which === SHORTCUTS && (
          <>
            <OwnWords kind={SHORTCUTS} label="Shortcuts, and how often" rows={12} value={list} />
            {list.trim() === '' && (
              <button
                type="button"
                className="word"
                onClick={() => useOwnWords.getState().write(SHORTCUTS, USUAL_SHORTCUTS)}
              >
                Begin with the usual ones
              </button>
            )}
          </>
        )}
        {which !== SHORTCUTS && <p className="soft">beside</p>}
        {which !== SHORTCUTS && others.length > 0 && (
          <Select<string>
            size="small"
            aria-label="Beside which profile"
            allowClear
            placeholder="another profile"
            value={otherId}
            onChange={(id: string | undefined) => {
              setOtherId(id ?? null);
              setPlaces([null, null]);
            }}
            options={others.map((entry) => ({ value: entry.profile.id, label: entry.profile.name }))}
          />
        )}
        {which !== SHORTCUTS && (
          <TwoPlaces
            bench={bench}
            places={places}
            change={swapped?.edit}
            isOr={others.length > 0}
            onChange={(to) => {
              setPlaces(to);
              setOtherId(null);
            }}
          />
        )}
      </section>
      <div className="load-shown">
        {which === SHORTCUTS ? (
          <section className="panel" aria-label="How far each shortcut is">
            <p>
              <strong>How far each shortcut is</strong>{' '}
              <span className="soft">one a line: [Ctrl+C] 40, how often it is used</span>
            </p>
            <table className="load-figures">
              <thead>
                <tr>
                  <th scope="col">shortcut</th>
                  <th scope="col">how often</th>
                  <th scope="col">presses</th>
                  <th scope="col">hands</th>
                </tr>
              </thead>
              <tbody>
                {shortcuts
                  ?.toSorted((a, b) => b.times * (b.presses ?? 0) - a.times * (a.presses ?? 0))
                  .map(({ token, times, presses, isOneHanded }, n) => (
                    <tr key={n}>
                      <th scope="row" className="mono">
                        {token}
                      </th>
                      <td>{times}</td>
                      <td>{presses ?? 'no key'}</td>
                      <td>{presses === null ? '' : isOneHanded ? 'one' : presses > 1 ? 'both' : ''}</td>
                    </tr>
                  ))}
              </tbody>
            </table>
          </section>
        ) : !answer ? (
          <p className="soft" role="status">
            {text === ''
              ? 'Paste a text at the left.'
              : failed
                ? 'It could not be counted; choose another text.'
                : 'Counting …'}
          </p>
        ) : (
          <>
            <section className="panel" aria-label="By finger">
              <p>
                <strong>By finger</strong>{' '}
                <span className="soft">
                  of {answer.load.presses} presses; thumbs apart{otherAnswer && `; dashed: ${otherName}`}
                </span>
              </p>
              <FingerBars load={answer.load} other={otherAnswer?.load ?? null} />
              {answer.lacking.length > 0 && (
                <p role="alert">No key makes {answer.lacking.slice(0, 12).join(' ')}: not counted.</p>
              )}
            </section>
            <section className="panel" aria-label="In all">
              <Figures load={answer.load} other={otherAnswer?.load ?? null} names={[profile.name, otherName]} />
              <Thumb load={answer.load} text={text} bench={bench} />
            </section>
          </>
        )}
      </div>
    </div>
  );
};

export default LoadPart;
