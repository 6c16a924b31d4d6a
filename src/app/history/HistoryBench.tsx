/** How a profile came to be what it is: its steps, and how it was at other times. Going back is one step that undo takes back. */
import { App as AntApp, Button, Input } from 'antd';
import { useCallback, useEffect, useState } from 'react';
import { Link, useParams } from 'react-router';
import { countChanges, sayChange } from '../../core/compare';
import { diff, editTowards, type Profile } from '../../core/profile';
import { ChangeLine, dyeOfChange } from '../shared/ChangeLine';
import { Empty } from '../shared/Empty';
import { Named } from '../shared/named';
import { HistorySketch } from '../shared/sketches';
import { Waiting } from '../shared/Waiting';
import { WeavePicture } from '../shared/WeavePicture';
import { useBoard, useBoardsReady } from '../state/boards';
import { reasonOf, whyNot } from '../state/database';
import { useEntry, useShelf } from '../state/shelf';
import { beforeLargeStep, eraseSnapshot, keepSnapshot, loadSnapshots, type KeptSnapshot } from '../state/snapshots';
import '../shared/changeList.css';
import './HistoryBench.css';

const MOST_STEPS = 60;
const MOST_CHANGES = 200;

const dateOf = (ms: number): string =>
  new Date(ms).toLocaleString('en', {
    weekday: 'short',
    day: 'numeric',
    month: 'long',
    hour: '2-digit',
    minute: '2-digit',
    second: '2-digit',
  });

/** What is different between now and then, in the words of comparing. */
const Since = ({ then, now }: { then: Profile; now: Profile }) => {
  const changes = diff(then, now);
  if (changes.length === 0) return <p>Nothing has changed since.</p>;
  return (
    <>
      <p>Since then: {countChanges(changes, then, now)}.</p>
      <ul className="change-list">
        {changes.slice(0, MOST_CHANGES).map((change, n) => (
          <ChangeLine key={n} said={sayChange(change, then, now)} dye={dyeOfChange(change, then, now)} />
        ))}
      </ul>
      {changes.length > MOST_CHANGES && <p className="soft">and {changes.length - MOST_CHANGES} more</p>}
    </>
  );
};

const HistoryBench = () => {
  const { profileId = '' } = useParams();
  const areBoardsHere = useBoardsReady();
  const { message } = AntApp.useApp();
  const entry = useEntry(profileId);
  const edit = useShelf((state) => state.edit);
  const undo = useShelf((state) => state.undo);
  const redo = useShelf((state) => state.redo);
  const readHistory = useShelf((state) => state.readHistory);
  const board = useBoard(entry?.profile.board);
  const [snapshots, setSnapshots] = useState<readonly KeptSnapshot[]>();
  const [problem, setProblem] = useState('');
  const [shownId, setShownId] = useState('');
  const [name, setName] = useState('');

  const read = useCallback(async (): Promise<void> => {
    try {
      setSnapshots(await loadSnapshots(profileId));
      setProblem('');
    } catch (error) {
      setSnapshots([]);
      setProblem(reasonOf(error));
    }
  }, [profileId]);
  useEffect(() => {
    void readHistory(profileId);
    // eslint-disable-next-line react-hooks/set-state-in-effect -- what is read is shown when it is there
    void read();
  }, [profileId, read, readHistory]);

  if (!areBoardsHere || snapshots === undefined) return <Waiting what="Taking out what was kept" />;
  if (!entry)
    return (
      <div className="history">
        <main className="bench">
          <h1>That profile is not on the shelf</h1>
          <Link to="/shelf">Go to the shelf</Link>
        </main>
      </div>
    );
  const { profile, document } = entry;
  const shown = snapshots.find(({ id }) => id === shownId) ?? snapshots[0];

  const keep = async (): Promise<void> => {
    try {
      await keepSnapshot(profile, name.trim() || dateOf(Date.now()), 'named');
      setName('');
      void message.success('It is kept as it is now.');
    } catch (error) {
      void message.error(`It was not kept: ${whyNot(error)}.`);
    }
    await read();
  };
  const goBack = (to: KeptSnapshot): void => {
    // What it rests on is not a thing of a moment: a variant that goes back stays a variant.
    const { restsOn } = profile;
    const then = { ...to.profile, id: profile.id, board: profile.board, ...(restsOn !== undefined && { restsOn }) };
    const made = editTowards(profile, restsOn === undefined ? (({ restsOn: _was, ...rest }) => rest)(then) : then);
    if (!made) {
      void message.info('Nothing to restore: the profile is like that now.');
      return;
    }
    beforeLargeStep(profile, 'going back');
    const refused = edit(profile.id, made, `back to ${to.name || dateOf(to.atMs)}`);
    if (refused === undefined) void message.success('It is as it was then. Undo takes that back.');
    else void message.error(`Nothing was changed: ${refused}`);
    void read();
  };
  const takeOut = async (one: KeptSnapshot): Promise<void> => {
    try {
      await eraseSnapshot(one.id);
    } catch (error) {
      void message.error(`It stays: ${whyNot(error)}.`);
    }
    await read();
  };
  const travel = (how: 'undo' | 'redo'): void => {
    const what = (how === 'undo' ? undo : redo)(profile.id);
    if (what && 'refused' in what) void message.error(what.refused);
  };

  const steps = document.past.slice(-MOST_STEPS).toReversed();
  return (
    <div className="history">
      <main className="bench history-main">
        <section className="panel history-list" aria-labelledby="history-title">
          <h1 id="history-title">
            <Named name={profile.name} />, how it was
          </h1>
          <form
            className="history-keep"
            onSubmit={(event) => {
              event.preventDefault();
              void keep();
            }}
          >
            <Input
              aria-label="Name of the snapshot"
              placeholder="opening night"
              maxLength={60}
              value={name}
              onChange={({ target }) => setName(target.value)}
            />
            <Button type="primary" htmlType="submit">
              Keep it as it is now
            </Button>
          </form>
          {problem !== '' && (
            <p className="not-kept" role="alert">
              The browser’s store cannot be read: {problem}.
            </p>
          )}
          {snapshots.length === 0 && problem === '' && (
            <p className="soft">
              Nothing is kept yet. One is kept by itself before the first change of a sitting, and before every large
              step.
            </p>
          )}
          <ul>
            {snapshots.map((one) => (
              <li key={one.id} className={one === shown ? 'chosen' : ''}>
                <button type="button" aria-pressed={one === shown} onClick={() => setShownId(one.id)}>
                  <WeavePicture profile={one.profile} board={board} width={88} height={48} />
                  <span>
                    <strong>
                      <bdi>{one.name || 'kept by itself'}</bdi>
                    </strong>
                    <br />
                    <span className="soft">
                      {dateOf(one.atMs)}
                      {one.kind === 'auto' && one.name !== '' && ', by itself'}
                    </span>
                  </span>
                </button>
                <button
                  type="button"
                  className="word madder"
                  aria-label={`Take out ${one.name || dateOf(one.atMs)}`}
                  onClick={() => void takeOut(one)}
                >
                  ×
                </button>
              </li>
            ))}
          </ul>
        </section>
        <section className="panel" data-part="history-since" aria-label="What has changed since">
          {shown ? (
            <>
              <p className="section-line">
                <strong>
                  <bdi>{shown.name || 'Kept by itself'}</bdi>, {dateOf(shown.atMs)}
                </strong>
                <span>
                  <Button type="primary" onClick={() => goBack(shown)}>
                    Go back to this
                  </Button>{' '}
                  <Link to={`/compare?with=${profile.id},snapshot:${profile.id}:${shown.id}`}>Compare</Link>
                </span>
              </p>
              <Since then={{ ...shown.profile, id: profile.id }} now={profile} />
            </>
          ) : (
            <Empty
              title="How it was, from then to now"
              sketch={<HistorySketch />}
              says="Each snapshot is a small cloth here, and beside it what has changed since. One is kept by itself before the first change of a sitting; keep one by name before you try something."
            />
          )}
        </section>
        <section className="panel history-steps" aria-label="Steps">
          <p className="section-line">
            <strong>Steps that can be taken back</strong>
            <span>
              <Button size="small" disabled={document.past.length === 0} onClick={() => travel('undo')}>
                Undo
              </Button>{' '}
              <Button size="small" disabled={document.future.length === 0} onClick={() => travel('redo')}>
                Redo
              </Button>
            </span>
          </p>
          <ol>
            {steps.map((step) => (
              <li key={step.id}>
                <bdi>{step.what}</bdi>
              </li>
            ))}
          </ol>
          {document.past.length > MOST_STEPS && (
            <p className="soft">and {document.past.length - MOST_STEPS} before these</p>
          )}
          {document.past.length === 0 && <p className="soft">None: nothing was changed yet.</p>}
          <p>
            <Link to={`/profile/${profile.id}/layout`}>Open the profile</Link>
          </p>
        </section>
      </main>
    </div>
  );
};

export default HistoryBench;
