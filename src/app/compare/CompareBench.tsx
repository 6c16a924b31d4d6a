/** Two to six profiles, side by side: where they differ, what is odd about one, and what can be taken over into the first. */
import { App as AntApp, Segmented } from 'antd';
import { useEffect, useMemo, useState } from 'react';
import { Link } from 'react-router';
import {
  GROUPS,
  isOfKey,
  isOfRow,
  keyTitle,
  layersOf,
  odditiesOf,
  rowsOf,
  taking,
  type Group,
} from '../../core/compare';
import { actuationOf, sameData, type Change, type Profile } from '../../core/profile';
import { foreign } from '../../core/reading';
import { LayerRow } from '../shared/LayerChoices';
import { Named } from '../shared/named';
import { ShelfBar } from '../shared/ShelfBar';
import { Waiting } from '../shared/Waiting';
import { useUndoNotice } from '../shared/useUndoNotice';
import { useBoard, useBoardsReady } from '../state/boards';
import { useKeyboards } from '../state/keyboards';
import { useShelf } from '../state/shelf';
import { beforeLargeStep } from '../state/snapshots';
import { textOf, threadOf } from '../theme/dyes';
import { AddAnother } from './AddAnother';
import { BoardEach } from './BoardEach';
import { ComparedBoard } from './ComparedBoard';
import { CompareTable } from './CompareTable';
import { DepthThreads } from './DepthThreads';
import { OneKey } from './OneKey';
import { TakeFrom } from './TakeFrom';
import { DYES_OF, useCompared, useSteady, type Compared } from './useCompared';
import './CompareBench.css';

const ASPECTS = { all: 'all', keys: 'what keys do', depths: 'depths', timing: 'timing', macros: 'macros' } as const;
type Aspect = keyof typeof ASPECTS;
const GROUPS_OF: Readonly<Record<Aspect, readonly Group[]>> = {
  all: GROUPS,
  keys: ['keys', 'gestures', 'roles'],
  depths: ['depths'],
  timing: ['timing', 'gestures'],
  macros: ['macros'],
};

const Head = ({ one, n, onOut, onFirst }: { one: Compared; n: number; onOut: () => void; onFirst: () => void }) => (
  <li className="compared-head" style={{ borderColor: threadOf(DYES_OF[n] ?? 'iron') }}>
    <strong style={{ color: textOf(DYES_OF[n] ?? 'iron') }}>
      <bdi>{one.profile.name}</bdi>
    </strong>
    <span className="soft">{n === 0 ? (one.on === 'shelf' ? 'yours, which takes over' : one.about) : one.about}</span>
    <span>
      {n > 0 && one.on === 'shelf' && (
        <button type="button" className="word" onClick={onFirst}>
          make it mine
        </button>
      )}
      <button type="button" className="word" aria-label={`Leave ${one.profile.name} out`} onClick={onOut}>
        ×
      </button>
    </span>
  </li>
);

const CompareBench = () => {
  const areBoardsHere = useBoardsReady();
  const { message } = AntApp.useApp();
  const notice = useUndoNotice();
  const { compared, missing, words, put, snapshots, isReading } = useCompared();
  const edit = useShelf((state) => state.edit);
  const undo = useShelf((state) => state.undo);
  const [aspect, setAspect] = useState<Aspect>('all');
  const [isEach, setIsEach] = useState(false);
  const [chosen, setChosen] = useState('');
  const [layerId, setLayerId] = useState('');
  const [from, setFrom] = useState('');
  const [first] = compared;
  const board = useBoard(first?.profile.board);
  const profiles = compared.map(({ profile }) => profile);
  const same = useSteady(profiles);
  const rows = useMemo(() => (same.length > 1 ? rowsOf(same) : []), [same]);
  const odd = useMemo(() => (board && same.length > 1 ? odditiesOf(same, board) : []), [board, same]);
  const connect = useKeyboards((state) => state.connect);
  useEffect(() => {
    if (board) void connect(board);
  }, [board, connect]);

  if (!areBoardsHere || isReading) return <Waiting what="Taking out what is compared" />;
  const others = compared.slice(1).filter(({ profile }) => profile.board === first?.profile.board);
  const source = others.find(({ word }) => word === from) ?? others[0];
  const groups = GROUPS_OF[aspect];
  const looked = rows.filter((row) => groups.includes(row.group));
  const other = looked.filter((row) => row.differs);
  const layers = layersOf(profiles);
  const layer = layers.find(({ id }) => id === layerId) ?? layers[0];
  const onBoard = other.filter((row) => row.key !== undefined && (row.layer === undefined || row.layer === layer?.id));
  // A board that is set otherwise makes every key differ that has no depth of its own.
  const deepKeys =
    groups.includes('depths') && board
      ? board.keys
          .filter(({ id }) =>
            profiles.some((profile) => !sameData(actuationOf(profile, id), actuationOf(profiles[0] as Profile, id))),
          )
          .map(({ id }) => id)
      : [];
  const otherKeys = new Set([...other.flatMap((row) => row.key ?? []), ...deepKeys]);
  const oddHere = odd.filter((one) => chosen === '' || one.key === chosen || one.key === '').slice(0, 8);

  const take = (what: string, wants: (change: Change) => boolean, theirs: Profile): void => {
    if (!first || first.on !== 'shelf') return;
    const { edit: made, along, changes } = taking(first.profile, theirs, wants);
    if (!made) {
      void message.info('There is nothing to take: it is the same.');
      return;
    }
    if (changes > 1) beforeLargeStep(first.profile, `${what} from “${theirs.name}”`);
    const refused = edit(first.profile.id, made, `${what} from “${foreign(theirs.name)}”`);
    if (refused !== undefined) {
      void message.error(`Nothing was taken: ${refused}`);
      return;
    }
    notice({
      key: 'taken',
      says: (
        <>
          Taken: {what}
          {along.length > 0 && `; ${along.join(', ')} came along`}.
        </>
      ),
      undo: () => {
        const back = undo(first.profile.id);
        if (back && 'refused' in back) void message.error(back.refused);
      },
    });
  };

  const canTake = first?.on === 'shelf' && source !== undefined;
  return (
    <div className="compare">
      <ShelfBar />
      <main className="bench compare-main">
        <div className="compare-left">
          <div className="compare-top">
            <h1>Side by side</h1>
            <ul className="compared-heads" aria-label="What is compared">
              {compared.map((one, n) => (
                <Head
                  key={one.word}
                  one={one}
                  n={n}
                  onOut={() => put(words.filter((word) => word !== one.word))}
                  onFirst={() => put([one.word, ...words])}
                />
              ))}
              <li>
                <AddAnother
                  words={words}
                  board={first?.profile.board ?? ''}
                  snapshots={snapshots}
                  onAdd={(word) => put([...words, word])}
                />
              </li>
            </ul>
          </div>
          {missing.length > 0 && (
            <p className="not-kept" role="alert">
              {missing.length} of what is compared is not here any more.
            </p>
          )}
          {compared.length < 2 && (
            <p className="panel">
              Choose two to six profiles: on the <Link to="/shelf">shelf</Link> by their boxes, or here with “and with
              …”.
            </p>
          )}
          {compared.slice(1).map(({ word, profile }) =>
            profile.board === first?.profile.board ? null : (
              <p key={word} className="not-kept">
                <Named name={profile.name} /> is for another board. Keys are compared by their names, and nothing can be
                taken from it here: make a copy for this board first.
              </p>
            ),
          )}
          {compared.length > 1 && board && (
            <section className="panel" aria-label="Where they differ">
              <p className="section-line compare-line">
                <span>
                  <strong>Where they differ</strong>{' '}
                  <span className="soft">
                    {board.keys.filter(({ id }) => !otherKeys.has(id)).length} of {board.keys.length} keys the same in
                    all, drawn pale
                  </span>
                </span>
                <button type="button" className="word" aria-pressed={isEach} onClick={() => setIsEach(!isEach)}>
                  {isEach ? 'One board for all' : 'A board each'}
                </button>
                <Segmented
                  size="small"
                  aria-label="What is looked at"
                  value={aspect}
                  options={Object.entries(ASPECTS).map(([value, label]) => ({ value, label }))}
                  onChange={(value) => setAspect(value as Aspect)}
                />
              </p>
              {aspect !== 'depths' && layers.length > 1 && (
                <LayerRow
                  label="Layers"
                  layers={layers.map((one) => ({
                    id: one.id,
                    name: one.name,
                    dye: one.own.find(Boolean)?.dye ?? 'iron',
                    count: other.filter((row) => row.layer === one.id).length,
                  }))}
                  chosen={layer?.id}
                  onChoose={setLayerId}
                />
              )}
              {isEach ? (
                <BoardEach
                  board={board}
                  compared={compared}
                  layer={layer}
                  differing={new Set([...onBoard.flatMap((row) => row.key ?? []), ...deepKeys])}
                  showsDepths={aspect === 'depths'}
                  chosen={chosen}
                  onChoose={setChosen}
                />
              ) : (
                <ComparedBoard
                  board={board}
                  compared={compared}
                  dyes={DYES_OF}
                  layer={layer}
                  rows={onBoard}
                  deepKeys={deepKeys}
                  showsDepths={aspect === 'depths'}
                  chosen={chosen}
                  onChoose={(id) => setChosen(id === chosen ? '' : id)}
                />
              )}
            </section>
          )}
          {compared.length > 1 &&
            board?.analog &&
            (aspect === 'depths' || aspect === 'all') &&
            other.some(({ group }) => group === 'depths') && (
              <DepthThreads board={board} compared={compared} dyes={DYES_OF} />
            )}
          {compared.length > 1 && (
            <CompareTable
              compared={compared}
              rows={looked}
              groups={groups}
              chosen={chosen}
              canTake={canTake}
              onTake={(row, theirs) => take(row.title, isOfRow(row), theirs)}
            />
          )}
        </div>
        {compared.length > 1 && (
          <aside className="panel compare-aside" aria-label="One key, and what can be taken">
            <OneKey
              chosen={chosen}
              compared={compared}
              layer={layer}
              rows={rows}
              showsDepths={board?.analog ?? false}
              canTake={canTake}
              onTake={(theirs) => take(keyTitle(chosen), (change) => isOfKey(change, chosen), theirs)}
            />
            <h2>What is odd {chosen === '' ? '' : 'here'}</h2>
            {oddHere.length === 0 && <p className="soft">Nothing stands out.</p>}
            <ul className="odd-list">
              {oddHere.map((one, n) => (
                <li key={n}>
                  <strong style={{ color: textOf(DYES_OF[one.profile] ?? 'iron') }}>
                    <bdi>{profiles[one.profile]?.name}</bdi>
                  </strong>{' '}
                  {one.said}.{' '}
                  {one.key !== '' && one.key !== chosen && (
                    <button type="button" className="word" onClick={() => setChosen(one.key)}>
                      Show
                    </button>
                  )}
                </li>
              ))}
            </ul>
            {first?.on !== 'shelf' && (
              <p className="soft">Only a profile on the shelf can take over: make one of those the first.</p>
            )}
            {canTake && source && first && (
              <TakeFrom
                key={source.word}
                mine={first.profile}
                source={source}
                others={others}
                onSource={setFrom}
                chosen={chosen}
                layer={layer}
                onTake={(what, wants) => take(what, wants, source.profile)}
              />
            )}
          </aside>
        )}
      </main>
    </div>
  );
};

export default CompareBench;
