/** The shelf: all profiles as small pieces of cloth, starting layouts, and the way in for files and codes. */
import { App as AntApp, Button, Input, Select } from 'antd';
import {
  lazy,
  Suspense,
  useCallback,
  useDeferredValue,
  useEffect,
  useMemo,
  useRef,
  useState,
  type DragEvent,
} from 'react';
import { useNavigate } from 'react-router';
import { boardById, BOARDS } from '../../core/board';
import type { Profile } from '../../core/profile';
import { foreign } from '../../core/reading';
import { apartOf } from '../shared/apart';
import { ShelfBar } from '../shared/ShelfBar';
import { useBoards, useBoardsReady } from '../state/boards';
import { useIncoming } from '../state/incoming';
import { useKeyboards } from '../state/keyboards';
import { lookAtPersistence } from '../state/persistence';
import { boardNow } from '../state/boards';
import { useShelf } from '../state/shelf';
import { useTags } from '../state/tags';
import { Chosen } from './Chosen';
import { ProfileCard } from './ProfileCard';
import { ShareDialog } from './ShareDialog';
import { SORTS, wantedOf, type Sort } from './shelfOrder';
import { StartingLayouts } from './StartingLayouts';
import { Unreadable } from './Unreadable';
import { WhereTheyAre } from './WhereTheyAre';
import './ShelfBench.css';
import './shelf.css';

const BringIn = lazy(() => import('./BringIn').then((module) => ({ default: module.BringIn })));

const NO_TAGS: readonly string[] = [];
const ASKS_AFTER_MS = 1200;

const ShelfBench = () => {
  useBoardsReady();
  const { message } = AntApp.useApp();
  const navigate = useNavigate();
  const entries = useShelf((state) => state.entries);
  const unreadable = useShelf((state) => state.unreadable);
  const status = useShelf((state) => state.status);
  const own = useBoards((state) => state.own);
  const tags = useTags((state) => state.byProfile);
  const loadTags = useTags((state) => state.load);
  const waiting = useIncoming((state) => state.waiting);
  const notRead = useIncoming((state) => state.notRead);
  const isReading = useIncoming((state) => state.isReading);
  const bringFiles = useIncoming((state) => state.bringFiles);
  const readNotRead = useIncoming((state) => state.readNotRead);
  const [words, setWords] = useState('');
  const [sort, setSort] = useState<Sort>('change');
  const [boardId, setBoardId] = useState('');
  const [tag, setTag] = useState('');
  const [chosen, setChosen] = useState<readonly string[]>([]);
  const [sharing, setSharing] = useState<Profile | null>(null);
  const [isDropping, setIsDropping] = useState(false);
  const fileInput = useRef<HTMLInputElement>(null);

  useEffect(() => {
    void loadTags();
    lookAtPersistence();
  }, [loadTags]);

  // What is in the keyboards stands on the cards: those that ship with Underloom are asked when the page has come to rest.
  const connect = useKeyboards((state) => state.connect);
  const boardIds = [...new Set(entries.map(({ profile }) => profile.board))].sort().join();
  useEffect(() => {
    const timer = setTimeout(() => {
      for (const board of BOARDS) if (boardIds.split(',').includes(board.id)) void connect(board);
    }, ASKS_AFTER_MS);
    return () => clearTimeout(timer);
  }, [boardIds, connect]);

  // What could not be read is said once, with its place.
  useEffect(() => {
    if (notRead.length === 0) return;
    for (const { from, reason } of notRead)
      void message.error({ content: `${foreign(from)}: ${reason}. Nothing was changed.`, duration: 10 });
    readNotRead();
  }, [notRead, message, readNotRead]);

  const asked = useDeferredValue(words);
  const shown = useMemo(() => {
    const boardName = (id: string): string =>
      boardById(id)?.name ?? own.find(({ board }) => board.id === id)?.board.name ?? id;
    return wantedOf(entries, { words: asked, board: boardId, tag, sort }, boardName, (id) => tags.get(id) ?? NO_TAGS);
  }, [entries, own, tags, asked, boardId, tag, sort]);
  const apart = useMemo(
    () =>
      apartOf(
        entries.map(({ profile }) => ({
          key: profile.id,
          name: profile.name,
          board: boardNow(profile.board)?.name ?? profile.board,
        })),
      ),
    [entries],
  );
  const boards = useMemo(
    () =>
      [...new Set(entries.map(({ profile }) => profile.board))].map((id) => ({
        value: id,
        label: boardById(id)?.name ?? own.find(({ board }) => board.id === id)?.board.name ?? id,
      })),
    [entries, own],
  );
  const allTags = useMemo(
    () =>
      [...new Set(entries.flatMap(({ profile }) => tags.get(profile.id) ?? []))].sort((a, b) =>
        a.localeCompare(b, 'en'),
      ),
    [entries, tags],
  );
  const choose = useCallback(
    (id: string, isChosen: boolean): void =>
      setChosen((before) => [...before.filter((one) => one !== id), ...(isChosen ? [id] : [])]),
    [],
  );
  const present = chosen.filter((id) => entries.some(({ profile }) => profile.id === id));

  const bring = (files: FileList | null): void => {
    if (files && files.length > 0) void bringFiles([...files]);
  };
  const drop = (event: DragEvent): void => {
    event.preventDefault();
    setIsDropping(false);
    bring(event.dataTransfer.files);
  };

  return (
    <div
      className={`shelf ${isDropping ? 'dropping' : ''}`}
      onDragOver={(event) => {
        event.preventDefault();
        setIsDropping(true);
      }}
      onDragLeave={() => setIsDropping(false)}
      onDrop={drop}
    >
      <ShelfBar />
      <div className={`shelf-room ${waiting.length > 0 ? 'with-aside' : ''}`}>
        <main className="bench shelf-main">
          <section aria-labelledby="shelf-title">
            <div className="shelf-title">
              <h1 id="shelf-title">Your profiles</h1>{' '}
              <span className="soft">
                <WhereTheyAre entries={entries} isLoading={status === 'loading'} />
              </span>
            </div>
            <p className="shelf-search" role="search">
              <Input
                type="search"
                allowClear
                aria-label="Search the shelf"
                placeholder="a name, a layer, a macro, a tag"
                value={words}
                onChange={({ target }) => setWords(target.value)}
              />
              <Select
                aria-label="Boards shown"
                value={boardId}
                options={[{ value: '', label: 'all boards' }, ...boards]}
                onChange={setBoardId}
              />
              <Select
                aria-label="Order of the shelf"
                value={sort}
                options={Object.entries(SORTS).map(([value, label]) => ({ value: value as Sort, label }))}
                onChange={setSort}
              />
              <Button type="primary" onClick={() => void navigate('/new')}>
                New profile …
              </Button>
              <Button onClick={() => fileInput.current?.click()}>Bring in …</Button>
            </p>
            {allTags.length > 0 && (
              <p className="shelf-tags" role="group" aria-label="Tags">
                {allTags.map((one) => (
                  <button
                    key={one}
                    type="button"
                    className="tag"
                    aria-pressed={one === tag}
                    onClick={() => setTag(one === tag ? '' : one)}
                  >
                    <bdi>{one}</bdi>
                  </button>
                ))}
              </p>
            )}
            {isReading && (
              <p role="status" className="soft">
                Reading what was brought …
              </p>
            )}
            <ul className="shelf-grid">
              {shown.map((entry) => (
                <ProfileCard
                  key={entry.profile.id}
                  entry={entry}
                  apart={apart.get(entry.profile.id) ?? ''}
                  isChosen={chosen.includes(entry.profile.id)}
                  onChoose={choose}
                  onShare={setSharing}
                />
              ))}
            </ul>
            {shown.length === 0 && entries.length > 0 && (
              <p className="soft" role="status">
                Nothing on the shelf is like that.{' '}
                <button
                  type="button"
                  className="word"
                  onClick={() => {
                    setWords('');
                    setBoardId('');
                    setTag('');
                  }}
                >
                  Show all
                </button>
              </p>
            )}
            {unreadable.length > 0 && <Unreadable rows={unreadable} />}
          </section>
          <StartingLayouts onFile={() => fileInput.current?.click()} />
          <input
            ref={fileInput}
            className="visually-hidden"
            type="file"
            accept=".json,.loom,.zip,.hex,.bin,.txt,application/json,application/zip,text/plain"
            multiple
            tabIndex={-1}
            aria-label="Profile files"
            onChange={(event) => {
              bring(event.target.files);
              event.target.value = '';
            }}
          />
        </main>
        {waiting.length > 0 && (
          <Suspense fallback={null}>
            <BringIn />
          </Suspense>
        )}
      </div>
      {present.length > 0 && <Chosen ids={present} all={shown.map(({ profile }) => profile.id)} onChoose={setChosen} />}
      {sharing && <ShareDialog profile={sharing} onClose={() => setSharing(null)} />}
    </div>
  );
};

export default ShelfBench;
