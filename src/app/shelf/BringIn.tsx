/**
 * What was brought, before it comes to the shelf: how it looks, what it could do by itself, what of mine it meets, what the board cannot do, and how it differs from what
 * is there. Nothing is written until the person says so.
 */
import { App as AntApp, Button, Segmented } from 'antd';
import { useMemo, useState } from 'react';
import { useNavigate } from 'react-router';
import { contactOf, type BoardKey } from '../../core/board';
import { check, isSound } from '../../core/check';
import { countChanges } from '../../core/compare';
import { deedsOf, doubleId, doublesOf, type Choice, type Deed } from '../../core/inspect';
import { legendOf, sentencesOf } from '../../core/notation';
import {
  answerFrom,
  applyEdit,
  diff,
  sameData,
  takeOutMacro,
  timingOf,
  type Edit,
  type Profile,
} from '../../core/profile';
import { BoardView } from '../shared/BoardView';
import type { KeyFace } from '../shared/Cap';
import { keyName } from '../shared/keyNames';
import { Named } from '../shared/named';
import { WeavePicture } from '../shared/WeavePicture';
import { boardNow } from '../state/boards';
import { useHosts } from '../state/hosts';
import { useIncoming, type Waiting } from '../state/incoming';
import { ownBoardNow } from '../state/ownBoards';
import { threadOf } from '../theme/dyes';
import { Deeds } from './Deeds';
import { metBy, takeIn, type Decision } from './takeIn';
import '../shared/reasons.css';
import '../shared/layerChoices.css';
import './BringIn.css';

const CHOICES = [
  { value: 'mine', label: 'keep mine' },
  { value: 'theirs', label: 'take theirs' },
  { value: 'both', label: 'keep both' },
];

const sizeOf = (bytes: number): string => (bytes < 1024 ? `${bytes} bytes` : `${(bytes / 1024).toFixed(1)} KB`);

/** The edit after which a deed is not done any more. */
function leavingOut(profile: Profile, { layer, key, joint, macro, where }: Deed): Edit | undefined {
  if (layer !== undefined && key !== undefined) {
    const edits: Edit[] = [{ edit: 'assign', layer, key, to: null }];
    // A macro that several keys play goes with all of them.
    if (macro !== undefined && / and \d+ more$/.test(where)) edits.push(takeOutMacro(profile, macro));
    return { edit: 'several', edits };
  }
  if (joint !== undefined) return { edit: 'remove', list: 'joints', id: joint };
  return macro === undefined ? undefined : takeOutMacro(profile, macro);
}

/** The board as one layer of the profile shows it; keys that differ from mine are marked. */
const LookAround = ({ waiting, met }: { waiting: Waiting; met: Profile | undefined }) => {
  const { profile } = waiting;
  const board = waiting.ownBoard ?? boardNow(profile.board);
  const [layer, setLayer] = useState(0);
  const [chosen, setChosen] = useState('');
  const { state } = useHosts([profile.hostLayout]);
  if (!board) return null;
  const at = Math.min(layer, profile.layers.length - 1);
  const mine = met?.layers.find(({ id }) => id === profile.layers[at]?.id);
  const isOther = (key: string): boolean =>
    met !== undefined && met.board === profile.board && !sameData(mine?.keys[key], profile.layers[at]?.keys[key]);
  const said = (key: string): string => {
    const answer = answerFrom(profile, at, key);
    return answer
      ? sentencesOf(answer.assignment.does, timingOf(profile, answer.assignment.does), profile).join(' ')
      : 'Nothing answers.';
  };
  const face = (key: BoardKey): KeyFace => {
    const id = contactOf(board, key.id);
    const answer = answerFrom(profile, at, id);
    const legend = answer && state === 'here' ? legendOf(answer.assignment, profile) : { main: '', held: '' };
    return {
      label: `${keyName(board, key.id)}: ${state === 'here' ? said(id) : ''}${isOther(id) ? ' Differs from yours.' : ''}`,
      className: `${id === chosen ? 'selected' : ''} ${isOther(id) ? 'differs' : ''}`,
      cap: { main: legend.main, held: legend.held, below: answer?.layerIndex !== at },
    };
  };
  return (
    <section aria-label="Look around">
      <p className="section-line">
        <strong>Look around</strong>
        {met && met.board === profile.board && (
          <span className="soft">
            from <Named name={met.name} /> it differs in {countChanges(diff(met, profile), met, profile) || 'nothing'}
          </span>
        )}
      </p>
      {profile.layers.length > 1 && (
        <p className="look-layers" role="group" aria-label="Layers">
          {profile.layers.map(({ id, name, dye }, n) => (
            <button
              key={id}
              type="button"
              className={`look-layer ${n === at ? 'chosen' : ''}`}
              aria-pressed={n === at}
              style={{ borderColor: threadOf(dye) }}
              onClick={() => setLayer(n)}
            >
              <bdi>{name}</bdi>
            </button>
          ))}
        </p>
      )}
      <BoardView
        board={board}
        face={face}
        label={`${board.name}, as it would be`}
        selected={chosen}
        onSelect={setChosen}
      />
      <p className="soft look-said" role="status">
        {chosen === ''
          ? 'Choose a key to read what it would do.'
          : `${keyName(board, chosen)}: ${said(contactOf(board, chosen))}`}
      </p>
    </section>
  );
};

/** What of mine it meets, with a choice for each. */
const Meetings = ({
  waiting,
  met,
  decision,
  onDecide,
}: {
  waiting: Waiting;
  met: Profile;
  decision: Decision;
  onDecide: (decision: Decision) => void;
}) => {
  const { profile, ownBoard } = waiting;
  const doubles = decision.choice === 'theirs' ? doublesOf(profile, met) : [];
  const knownBoard = ownBoard && ownBoardNow(ownBoard.id);
  return (
    <section aria-labelledby="meet-title">
      <h2 id="meet-title">What clashes with yours</h2>
      <div className="meeting">
        <p>
          profile <Named name={profile.name} /> is on the shelf already
          <br />
          <span className="soft">
            {met.id === profile.id
              ? `yours has the same id${met.name === profile.name ? '' : `, under the name “${met.name}”`}`
              : 'yours has the same name'}
            {sameData(met, profile) ? '; the two are the same' : ''}
          </span>
        </p>
        <Segmented
          aria-label={`What becomes of ${profile.name}`}
          options={CHOICES}
          value={decision.choice}
          onChange={(choice) => onDecide({ ...decision, choice: choice as Choice })}
        />
      </div>
      {decision.choice === 'both' && <p className="soft">It comes beside yours, under a name and an id of its own.</p>}
      {decision.choice === 'mine' && <p className="soft">Yours stays as it is, and this one is left out.</p>}
      {decision.choice === 'theirs' && (
        <p className="soft">
          It takes the place of yours as one step: undo brings yours back, and so does the history.
        </p>
      )}
      {doubles.map((double) => (
        <div key={doubleId(double)} className="meeting">
          <p>
            {double.list === 'macros' ? 'macro' : 'role'} <Named name={double.name} />
            <br />
            <span className="soft">{double.said}</span>
          </p>
          <Segmented
            aria-label={`What becomes of ${double.name}`}
            options={CHOICES}
            value={decision.doubles.get(doubleId(double)) ?? 'theirs'}
            onChange={(choice) =>
              onDecide({ ...decision, doubles: new Map(decision.doubles).set(doubleId(double), choice as Choice) })
            }
          />
        </div>
      ))}
      {ownBoard && (
        <p>
          board <Named name={ownBoard.name} />{' '}
          <span className="soft">
            {!knownBoard
              ? 'comes along'
              : sameData(knownBoard, ownBoard)
                ? 'is the same as yours'
                : 'differs from yours of that id, and comes beside it'}
          </span>
        </p>
      )}
    </section>
  );
};

const USUAL: Decision = { choice: 'both', doubles: new Map() };

export const BringIn = () => {
  const { message } = AntApp.useApp();
  const navigate = useNavigate();
  const waiting = useIncoming((state) => state.waiting);
  const change = useIncoming((state) => state.change);
  const letGo = useIncoming((state) => state.letGo);
  const [shown, setShown] = useState(-1);
  const [decisions, setDecisions] = useState<ReadonlyMap<number, Decision>>(new Map());
  const [isTaking, setIsTaking] = useState(false);
  const one = waiting.find(({ key }) => key === shown) ?? waiting[0];
  const host = useHosts(waiting.map((item) => item.profile.hostLayout));
  const deeds = useMemo(() => (one && host.state === 'here' ? deedsOf(one.profile) : []), [one, host.state]);
  if (!one) return null;

  const { profile, key } = one;
  const board = one.ownBoard ?? boardNow(profile.board);
  const met = metBy(profile);
  const decision = decisions.get(key) ?? USUAL;
  const checked = host.state === 'here' ? check(profile, board) : undefined;
  const problems = checked && !isSound(checked) ? checked.problems : [];
  const decide = (to: Decision): void => setDecisions(new Map(decisions).set(key, to));

  const leaveOut = (deed: Deed): void => {
    const edit = leavingOut(profile, deed);
    const edited = edit && applyEdit(profile, edit);
    if (edited?.ok) change(key, { profile: edited.profile });
    else void message.error('That cannot be left out alone; leave the profile out.');
  };

  const take = async (): Promise<void> => {
    setIsTaking(true);
    const renamed = new Map<string, string>();
    // What others rest on comes first.
    const order = [...waiting].sort(
      (a, b) => Number(a.profile.restsOn !== undefined) - Number(b.profile.restsOn !== undefined),
    );
    for (const item of order) {
      const own = boardNow(item.profile.board) ?? item.ownBoard;
      const found = check(item.profile, own);
      const { ok, said } = await takeIn(item, decisions.get(item.key) ?? USUAL, renamed);
      const count = isSound(found) ? 0 : found.problems.length;
      const rest =
        count === 0 || isSound(found)
          ? ''
          : ` It has ${count === 1 ? 'a problem' : `${count} problems`} to look at before it can be played: ${found.problems[0]?.message ?? ''}.`;
      void message.open({ type: ok ? 'success' : 'warning', content: `${said}${rest}`, duration: ok ? 6 : 10 });
    }
    letGo(waiting.map((item) => item.key));
    setIsTaking(false);
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
                {(decisions.get(item.key)?.choice ?? 'both') === 'mine' && <span className="soft">left out </span>}
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
              {problems.slice(0, 6).map(({ message: said }, n) => (
                <li key={n}>{said}</li>
              ))}
              {problems.length > 6 && <li className="soft">and {problems.length - 6} more</li>}
            </ul>
          </section>
        )}
        <LookAround key={key} waiting={one} met={met} />
      </div>
      <p className="bring-foot">
        <Button type="primary" data-part="bring-button" disabled={isTaking} onClick={() => void take()}>
          {waiting.length > 1 ? `Bring in all ${waiting.length}` : 'Bring it in'}
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
