/** A new profile: which board, which host, what it is called, what it begins with. Every question has an answer already; Enter takes them. */
import { Button, Input, Select } from 'antd';
import { useEffect, useMemo, useState, type FormEvent } from 'react';
import { Link, useNavigate, useSearchParams } from 'react-router';
import { PROMPT_BOOK, SHOW_DESK, SOUND_PAD } from '../../../demo';
import { BOARDS, isBoardSound, type Board } from '../../core/board';
import { bringHosts, guessHost, HOSTS, type Guess, type HostLayoutId } from '../../core/hosts';
import {
  canDouble,
  canPad,
  canWrite,
  flattened,
  LIMITS,
  doubledProfile,
  padProfile,
  plainProfile,
  writingProfile,
  type Profile,
} from '../../core/profile';
import { movedToBoard } from '../../core/probe';
import { BoardPicture } from '../shared/BoardPicture';
import { freeName } from '../shared/freeName';
import { Waiting } from '../shared/Waiting';
import { apartOf } from '../shared/apart';
import { boardNow, useBoards, useBoardsReady } from '../state/boards';
import { newProfileId } from '../state/ids';
import { useShelf } from '../state/shelf';
import './NewProfile.css';

/** What a browser knows of the keys on it (Keyboard Map, W3C); not every browser has it. */
type KeyboardMap = { getLayoutMap(): Promise<ReadonlyMap<string, string>> };

/** Asks the browser; a refusal, as in a frame without the permission, is no answer. */
async function askBrowser(): Promise<Guess> {
  const { keyboard } = navigator as Navigator & { keyboard?: KeyboardMap };
  const made = await keyboard?.getLayoutMap().then(
    (map) => new Map(map.entries()),
    () => undefined,
  );
  await bringHosts().catch(() => undefined);
  return guessHost(made, navigator.languages);
}

type Start = { id: string; label: string; make: (id: string, name: string, board: Board) => Profile };

const DEMO: readonly Profile[] = [SHOW_DESK, PROMPT_BOOK, SOUND_PAD];

/** What a profile for a board can begin with. */
function startsFor(board: Board, shelf: readonly Profile[]): Start[] {
  const others = [...DEMO.filter(({ id }) => !shelf.some((one) => one.id === id)), ...shelf];
  const apart = apartOf(
    others.map(({ id, name, board: its }) => ({ key: id, name, board: boardNow(its)?.name ?? its })),
  );
  const nameOf = ({ id, name }: Profile): string => {
    const behind = apart.get(id) ?? '';
    return `“${name}”${behind === '' ? '' : ` (${behind})`}`;
  };
  const like = (from: Profile): Start => ({
    id: from.id,
    label: from.board === board.id ? `a copy of ${nameOf(from)}` : `${nameOf(from)}, moved to this board`,
    make: (id, name, to) => {
      const own = boardNow(from.board);
      return own && own.id !== to.id ? movedToBoard(from, own, to, id, name).profile : { ...flattened(from), id, name };
    },
  });
  return [
    {
      id: 'plain',
      label: 'plain: every key does what it does on an ordinary keyboard',
      make: (id, name, to) => plainProfile(to, id, name),
    },
    ...(canWrite(board)
      ? [
          {
            id: 'writing',
            label: 'writing: modifiers under the home row when held, arrows and figures under Space',
            make: (id: string, name: string, to: Board) => writingProfile(to, id, name),
          },
        ]
      : []),
    ...(canPad(board)
      ? [
          {
            id: 'pad',
            label: 'pad: every key sends what nobody types by accident, F13 to F24 and chords',
            make: (id: string, name: string, to: Board) => padProfile(to, id, name),
          },
        ]
      : []),
    ...(canDouble(board)
      ? [
          {
            id: 'doubled',
            label:
              'Num Lock doubles the pad: what the caps say while it is lit, F13 to F24 and chords while it is dark',
            make: (id: string, name: string, to: Board) => doubledProfile(to, id, name),
          },
        ]
      : []),
    ...others.filter((one) => one.board === board.id).map(like),
    ...others.filter((one) => one.board !== board.id && boardNow(one.board)).map(like),
  ];
}

const NewProfile = () => {
  const [search] = useSearchParams();
  const navigate = useNavigate();
  const areBoardsHere = useBoardsReady();
  const own = useBoards((state) => state.own);
  const entries = useShelf((state) => state.entries);
  const add = useShelf((state) => state.add);
  const boards = useMemo(() => [...own.map(({ board }) => board), ...BOARDS], [own]);
  const [chosenBoard, setBoard] = useState(search.get('board') ?? '');
  const [guess, setGuess] = useState<Guess | null>(null);
  const [chosenHost, setHost] = useState<HostLayoutId | null>(null);
  const [typed, setName] = useState<string | null>(null);
  const [chosenStart, setStart] = useState('plain');
  useEffect(() => {
    let isHere = true;
    void askBrowser().then((found) => isHere && setGuess(found));
    return () => {
      isHere = false;
    };
  }, []);

  const board = boards.find(({ id }) => id === chosenBoard) ?? boards[0];
  if (!areBoardsHere || !board) return <Waiting what="Reading your boards" />;
  const profiles = entries.map(({ profile }) => profile);
  const starts = startsFor(board, profiles);
  const start = starts.find(({ id }) => id === chosenStart) ?? starts[0];
  const name =
    typed ??
    freeName(
      board.name,
      profiles.map((profile) => profile.name),
    );
  const host = chosenHost ?? guess?.id ?? 'us';
  const isSound = isBoardSound(board);
  const canMake = name.trim() !== '' && isSound && (guess !== null || chosenHost !== null);

  const make = (event: FormEvent): void => {
    event.preventDefault();
    if (!canMake || !start) return;
    const id = newProfileId();
    void add({ ...start.make(id, name.trim(), board), hostLayout: host });
    void navigate(`/profile/${id}/layout`);
  };

  return (
    <div className="new-page">
      <main className="bench">
        <form className="new-profile" onSubmit={make}>
          <h1>A new profile</h1>
          <fieldset className="panel">
            <legend>Which board is on your desk?</legend>
            <div className="new-boards">
              {boards.map((one) => (
                <label key={one.id} className={one.id === board.id ? 'chosen' : ''}>
                  <input
                    type="radio"
                    name="board"
                    value={one.id}
                    checked={one.id === board.id}
                    onChange={() => setBoard(one.id)}
                  />
                  <BoardPicture board={one} />
                  <span>
                    <bdi>{one.name}</bdi>
                  </span>
                </label>
              ))}
              <Link to="/boards" className="new-draw">
                None of these: draw your own
              </Link>
            </div>
            {!isSound && (
              <p className="not-kept" role="alert">
                Keys of this board lie one upon another. <Link to={`/boards/${board.id}`}>Move them apart</Link> first.
              </p>
            )}
          </fieldset>
          <div className="panel new-answers">
            <label htmlFor="new-host">host layout</label>
            <div>
              <Select
                id="new-host"
                aria-label="host layout"
                showSearch={{ optionFilterProp: 'label' }}
                value={host}
                options={HOSTS.map(({ id, name: label }) => ({ value: id, label }))}
                onChange={setHost}
              />
              <p className="soft" role="status">
                {chosenHost !== null && chosenHost !== guess?.id
                  ? 'as you have chosen'
                  : guess
                    ? `guessed: ${guess.because}`
                    : 'asking the browser …'}
              </p>
            </div>
            <label htmlFor="new-name">name</label>
            <Input
              id="new-name"
              autoFocus
              maxLength={LIMITS.nameLength}
              value={name}
              onChange={({ target }) => setName(target.value)}
              onFocus={({ target }) => target.select()}
            />
            <label htmlFor="new-start">begins with</label>
            <Select
              id="new-start"
              aria-label="begins with"
              value={start?.id ?? 'plain'}
              options={starts.map(({ id, label }) => ({ value: id, label }))}
              onChange={setStart}
            />
            <span />
            <p>
              <Button type="primary" htmlType="submit" disabled={!canMake}>
                Make it
              </Button>{' '}
              <span className="soft">
                <kbd>Enter</kbd> takes all of this
              </span>
            </p>
          </div>
        </form>
      </main>
    </div>
  );
};

export default NewProfile;
