/** Two to six profiles, side by side: where they differ, what is odd about one, and what can be taken over into the first. */
import { Segmented } from 'antd';
import { useEffect, useMemo, useState } from 'react';
import { GROUPS, isOfKey, isOfRow, keyTitle, layersOf, odditiesOf, rowsOf, type Group } from '../../core/compare';
import { actuationOf, sameData, type Profile } from '../../core/profile';
import { LayerRow } from '../shared/LayerChoices';
import { Waiting } from '../shared/Waiting';
import { useBoard, useBoardsReady } from '../state/boards';
import { useKeyboards } from '../state/keyboards';
import { AddAnother } from './AddAnother';
import { BoardEach } from './BoardEach';
import { ComparedBoard } from './ComparedBoard';
import { ComparedHeads } from './ComparedHeads';
import { CompareTable } from './CompareTable';
import { DepthThreads } from './DepthThreads';
import { Odd } from './Odd';
import { NothingCompared } from './NothingCompared';
import { OneKey } from './OneKey';
import { OtherBoard } from './OtherBoard';
import { TakeFrom } from './TakeFrom';
import { DYES_OF, useCompared, useSteady } from './useCompared';
import { useTaking } from './useTaking';
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

const CompareBench = () => {
  const areBoardsHere = useBoardsReady();
  const { compared, missing, words, put, snapshots, isReading } = useCompared();
  const [aspect, setAspect] = useState<Aspect>('all');
  const [isEach, setIsEach] = useState(false);
  const [chosen, setChosen] = useState('');
  const [layerId, setLayerId] = useState('');
  const [from, setFrom] = useState('');
  const [first] = compared;
  const take = useTaking(first);
  const board = useBoard(first?.profile.board);
  const profiles = compared.map(({ profile }) => profile);
  const same = useSteady(profiles);
  const rows = useMemo(() => (same.length > 1 ? rowsOf(same) : []), [same]);
  const odd = useMemo(() => (board && same.length > 1 ? odditiesOf(same, board) : []), [board, same]);
  const connect = useKeyboards((state) => state.connect);
  useEffect(() => {
    if (board) void connect(board);
  }, [board, connect]);

  if (!areBoardsHere || isReading) return <Waiting what="Loading" />;
  const others = compared.slice(1);
  // A key of mine that no other board has is neither the same nor different.
  const alone = new Set(
    board?.keys.flatMap(({ id }) =>
      others.length > 0 && others.every(({ other }) => other?.alone.mine.includes(id) ?? false) ? [id] : [],
    ),
  );
  const source = others.find(({ word }) => word === from) ?? others[0];
  const groups = GROUPS_OF[aspect];
  const looked = rows.filter((row) => groups.includes(row.group) && (row.key === undefined || !alone.has(row.key)));
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

  const canTake = first?.on === 'shelf' && source !== undefined;
  return (
    <div className="compare">
      <main className="bench compare-main">
        <div className="compare-left">
          <div className="compare-top">
            <h1>Side by side</h1>
            <ComparedHeads compared={compared} words={words} onPut={put}>
              <AddAnother
                words={words}
                board={first?.profile.board ?? ''}
                snapshots={snapshots}
                onAdd={(word) => put([...words, word])}
              />
            </ComparedHeads>
          </div>
          {missing.length > 0 && (
            <p className="not-kept" role="alert">
              {missing.length} of what is compared is not here any more.
            </p>
          )}
          {compared.length < 2 && <NothingCompared words={words} onAdd={(word) => put([...words, word])} />}
          {others.map(
            ({ word, title, other: its }) =>
              its && (
                <OtherBoard key={word} title={title} board={its.board} mine={board?.name ?? ''} alone={its.alone} />
              ),
          )}
          {compared.length > 1 && board && (
            <section className="panel" aria-label="Where they differ">
              <p className="section-line compare-line">
                <span>
                  <strong>Where they differ</strong>{' '}
                  <span className="soft">
                    {board.keys.filter(({ id }) => !otherKeys.has(id) && !alone.has(id)).length} of{' '}
                    {board.keys.length - alone.size} keys {alone.size > 0 && 'that they share '}the same in all, drawn
                    pale
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
            <Odd odd={odd} profiles={profiles} chosen={chosen} onChoose={setChosen} />
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
