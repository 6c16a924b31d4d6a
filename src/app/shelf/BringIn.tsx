/**
 * What was brought, before it comes to the shelf: how it looks, what it could do by itself, what of mine it meets, what the board cannot do, and how it differs from what
 * is there. Nothing is written until the person says so.
 */
import { App as AntApp, Button } from 'antd';
import { useMemo, useState } from 'react';
import { useNavigate } from 'react-router';
import { check, firstProblem, isSound } from '../../core/check';
import { deedsOf, leavingOut, type Deed } from '../../core/inspect';
import { applyEdit, printProblem, sameData, sayWrong } from '../../core/profile';
import { Named } from '../shared/named';
import { WeavePicture } from '../shared/WeavePicture';
import { boardNow } from '../state/boards';
import { useHosts } from '../state/hosts';
import { useIncoming, type Waiting } from '../state/incoming';
import { Deeds } from './Deeds';
import { LookAround } from './LookAround';
import { Meetings } from './Meetings';
import { basesFirst, metBy, takeIn, type Decision } from './takeIn';
import '../shared/reasons.css';
import './BringIn.css';

const sizeOf = (bytes: number): string => (bytes < 1024 ? `${bytes} bytes` : `${(bytes / 1024).toFixed(1)} KB`);

const USUAL: Decision = { choice: 'both', doubles: new Map() };
/** What is here already, to the last key, needs no copy. */
const SAME: Decision = { choice: 'mine', doubles: new Map() };
/** So many that are brought at once are told of together. */
const MANY = 4;

export const BringIn = () => {
  const { message } = AntApp.useApp();
  const navigate = useNavigate();
  const waiting = useIncoming((state) => state.waiting);
  const change = useIncoming((state) => state.change);
  const letGo = useIncoming((state) => state.letGo);
  const [shown, setShown] = useState(-1);
  const [decisions, setDecisions] = useState<ReadonlyMap<number, Decision>>(new Map());
  const [isTaking, setIsTaking] = useState(false);
  const [done, setDone] = useState(0);
  const decisionOf = (item: Waiting): Decision => {
    const decided = decisions.get(item.key);
    if (decided) return decided;
    // Who brings one file wants what is in it; of many, only what is not here yet.
    if (waiting.length === 1) return USUAL;
    const there = metBy(item.profile);
    return there?.id === item.profile.id && sameData(there, item.profile) ? SAME : USUAL;
  };
  const one = waiting.find(({ key }) => key === shown) ?? waiting[0];
  const host = useHosts(waiting.map((item) => item.profile.hostLayout));
  const deeds = useMemo(() => (one && host.state === 'here' ? deedsOf(one.profile) : []), [one, host.state]);
  if (!one) return null;

  const { profile, key } = one;
  const board = one.ownBoard ?? boardNow(profile.board);
  const met = metBy(profile);
  const decision = decisionOf(one);
  const checked = host.state === 'here' ? check(profile, board) : undefined;
  const problems = checked && !isSound(checked) ? checked.problems : [];
  const decide = (to: Decision): void => setDecisions(new Map(decisions).set(key, to));

  const leaveOut = (deed: Deed): void => {
    const edited = applyEdit(profile, leavingOut(profile, deed));
    if (edited.ok) change(key, { profile: edited.profile });
    else void message.error('That cannot be left out alone; leave the profile out.');
  };

  const take = async (): Promise<void> => {
    setIsTaking(true);
    const renamed = new Map<string, string>();
    const isMany = waiting.length > MANY;
    let isOk = 0;
    for (const item of basesFirst(waiting)) {
      const own = boardNow(item.profile.board) ?? item.ownBoard;
      const found = check(item.profile, own);
      const { ok, said } = await takeIn(item, decisionOf(item), renamed);
      if (ok) isOk++;
      if (isMany) setDone((done) => done + 1);
      const count = isSound(found) ? 0 : found.problems.length;
      const rest =
        count === 0 || isSound(found)
          ? ''
          : ` It has ${count === 1 ? 'a problem' : `${count} problems`} to look at before it can be played: ${firstProblem(found)}`;
      if (isMany && ok && rest === '') continue;
      void message.open({ type: ok ? 'success' : 'warning', content: `${said}${rest}`, duration: ok ? 6 : 10 });
    }
    if (isMany) void message.success(`${isOk} of ${waiting.length} were brought in.`, 8);
    letGo(waiting.map((item) => item.key));
    setIsTaking(false);
    setDone(0);
  };

  return (
    <aside className="bring-in panel" aria-label="Bring in">
      <div className="bring-scroll">
        <div className="bring-head">
          <WeavePicture profile={profile} board={board} width={132} height={80} />
          <div>
            <h2>
              Bring in <Named name={profile.name} />
            </h2>
            <p className="soft">
              {one.from}, {sizeOf(one.size)} · made for {board?.name ?? <Named name={profile.board} />}
              {profile.restsOn !== undefined && ' · rests on another profile'}
            </p>
            <p>
              {profile.layers.length} layer{profile.layers.length > 1 ? 's' : ''}, {profile.macros.length} macro
              {profile.macros.length === 1 ? '' : 's'}
              {one.snapshots ? `, ${one.snapshots.length} snapshots` : ''} · <strong>nothing is written yet</strong>
            </p>
          </div>
        </div>
        {waiting.length > 1 && (
          <ul className="bring-list" aria-label="What was brought">
            {waiting.map((item) => (
              <li key={item.key}>
                <button
                  type="button"
                  className={`word ${item.key === key ? 'chosen' : ''}`}
                  aria-pressed={item.key === key}
                  onClick={() => setShown(item.key)}
                >
                  <bdi>{item.profile.name}</bdi>
                </button>{' '}
                {decisionOf(item).choice === 'mine' && <span className="soft">left out </span>}
                <button
                  type="button"
                  className="word madder"
                  aria-label={`Leave ${item.profile.name} out`}
                  onClick={() => letGo([item.key])}
                >
                  ×
                </button>
              </li>
            ))}
          </ul>
        )}
        <Deeds deeds={deeds} onLeaveOut={leaveOut} />
        {met && <Meetings waiting={one} met={met} decision={decision} onDecide={decide} />}
        {!board && (
          <p className="not-kept" role="alert">
            The board <Named name={profile.board} /> is not known here. The profile can be brought in, and opens when
            its board is here.
          </p>
        )}
        {board && problems.length > 0 && (
          <section aria-labelledby="cannot-title">
            <h2 id="cannot-title">What the {board.name} cannot do, or what is wrong</h2>
            <ul className="cannot">
              {problems.slice(0, 6).map((problem) => (
                <li key={printProblem(problem)}>{sayWrong(problem.wrong)}</li>
              ))}
              {problems.length > 6 && <li className="soft">and {problems.length - 6} more</li>}
            </ul>
          </section>
        )}
        <LookAround key={key} waiting={one} met={met} />
      </div>
      <p className="bring-foot">
        <Button type="primary" data-part="bring-button" disabled={isTaking} onClick={() => void take()}>
          {isTaking && waiting.length > MANY
            ? `Bringing in, ${done} of ${waiting.length} …`
            : waiting.length > 1
              ? `Bring in all ${waiting.length}`
              : 'Bring it in'}
        </Button>
        <Button
          disabled={!board}
          onClick={() => void navigate(`/compare?with=${[...(met ? [met.id] : []), `incoming:${key}`].join(',')}`)}
        >
          Compare first
        </Button>
        <button type="button" className="word" onClick={() => letGo(waiting.map((item) => item.key))}>
          Not now
        </button>
      </p>
    </aside>
  );
};
