/** The trial bench: fingers above, host below, the engine's decisions between. */
import { Button, Segmented } from 'antd';
import { useCallback, useEffect, useRef, useState } from 'react';
import type { Board } from '../../core/board';
import { type Bar, type Chosen, type HostBar } from '../../core/trial';
import { legendOfCode } from '../../core/codes';
import { afterPaint } from '../state/afterPaint';
import { placeOfTrial } from '../state/handed';
import { useKeyboard } from '../state/keyboards';
import { keyLegend } from '../shared/keyNames';
import { isFocusFree } from '../shared/keptFocus';
import { Later } from '../shared/Later';
import { hasTrigger } from '../shared/trigger';
import { useBench } from '../shared/useBench';
import { useListening } from '../shared/useListening';
import { Compared } from './Compared';
import { EmptyLanes } from './EmptyLanes';
import { HostScreen } from './HostScreen';
import { SPAN_US } from './lanesPlan';
import { LanesView } from './LanesView';
import { LookBack } from './LookBack';
import { NowPanel } from './NowPanel';
import { Spoken } from './Spoken';
import { TrialBoard } from './TrialBoard';
import { WhyPanel } from './WhyPanel';
import type { TrialSession } from './session';
import { waysOutOf } from '../shared/waysOut';
import { useHanded } from './useHanded';
import { useTried, type Tried } from './useTried';
import { useTrigger } from './useTrigger';
import { useIsEmpty, useSessionAtRest, useTrialSession, type Source } from './useTrialSession';
import './TrialBench.css';

/** The bar that stands where a chosen one stood, after the same fingers were run again; the chosen one itself while it is there. */
function sameBar(chosen: Chosen, session: TrialSession): Chosen | null {
  const bars: readonly Bar[] = [...session.lanes[chosen.lane], ...(session.changes?.gone ?? [])];
  const { name, fromUs } = chosen.bar;
  const origin = 'origin' in chosen.bar ? chosen.bar.origin : undefined;
  const isFromSamePress = (bar: HostBar): boolean =>
    origin !== undefined && bar.origin?.from === origin.from && bar.origin.pressedUs === origin.pressedUs;
  const bar =
    bars.find((candidate) => candidate === chosen.bar) ??
    bars.find((candidate) => candidate.name === name && candidate.fromUs === fromUs) ??
    bars.find((candidate) => isFromSamePress(candidate));
  return bar ? ({ lane: chosen.lane, bar } as Chosen) : null;
}

type ShownProps = {
  session: TrialSession;
  board: Board;
  tried: Tried | null;
  isListening: boolean;
  lookUs: number | null;
  onLook: (us: number | null) => void;
};

/** The lanes, what is going on, and the story of the bar that was asked. */
const Shown = ({ session, board, tried, isListening, lookUs, onLook }: ShownProps) => {
  const [why, setWhy] = useState<Chosen | null>(null);
  useHanded(session, board, (asked) => {
    setWhy(asked);
    onLook(asked.bar.fromUs + SPAN_US / 2);
  });
  // What stands still says what it is about when other settings have run; what runs does not have to be found again.
  useSessionAtRest(session);
  const isEmpty = useIsEmpty(session);
  const shown = why && sameBar(why, session);
  return (
    <>
      <div className="trial-lanes">
        {isEmpty && !isListening && <EmptyLanes session={session} board={board} />}
        <LanesView session={session} board={board} lookUs={lookUs} chosen={shown} onChoose={setWhy} />
        <Compared session={session} onLook={onLook} spanUs={SPAN_US} />
        <LookBack session={session} board={board} atUs={lookUs} spanUs={SPAN_US} onLook={onLook} />
      </div>
      {shown ? (
        <WhyPanel chosen={shown} session={session} board={board} tried={tried} onClose={() => setWhy(null)} />
      ) : (
        <NowPanel session={session} board={board} isListening={isListening} onAsk={setWhy} />
      )}
    </>
  );
};

const TrialBench = () => {
  const { profile, board, selectedKey, select } = useBench();
  const [source, setSource] = useState<Source>('draft');
  const [lookUs, setLookUs] = useState<number | null>(null);
  const { status, hello, slots } = useKeyboard(board.id);
  const inUse = hello ? slots[hello.selected] : undefined;
  const stored = inUse?.state === 'profile' ? inUse.profile : undefined;
  const tried = useTried(profile, board);
  const played = source === 'draft' ? tried.profile : status === 'connected' ? stored : undefined;
  const trial = useTrialSession(source, played, board, placeOfTrial(profile.id, board.id));
  const session = trial && 'session' in trial ? trial.session : null;
  const listening = useListening(session, board);
  useTrigger(session, board, selectedKey);

  // Enter begins to listen at once, unless the person is busy elsewhere on the page.
  const listenButton = useRef<HTMLButtonElement>(null);
  useEffect(() => {
    if (!session) return;
    // The focus needs the page laid out; a frame later it is.
    afterPaint(() => isFocusFree() && listenButton.current?.focus());
  }, [session]);

  const touch = useRef(select);
  useEffect(() => {
    touch.current = select;
  });
  const onTouch = useCallback((key: string) => touch.current({ key }), []);
  const reason =
    trial && 'reason' in trial
      ? trial.reason
      : source !== 'draft' && !played
        ? status !== 'connected'
          ? `The ${board.name} is not connected; trying again.`
          : inUse?.state === 'unreadable'
            ? `What is in slot ${(hello?.selected ?? 0) + 1} cannot be read: ${inUse.reason}.`
            : 'Nothing is stored in the slot in use. Save the profile to the keyboard first.'
        : '';
  const waysOut = waysOutOf(board).map(legendOfCode).join(' or ');

  return (
    <div className={`trial-bench ${listening.isListening ? 'listening' : ''}`} data-testid="trial">
      <div className="trial-head">
        <span className="soft">Playing</span>
        <Segmented<Source>
          aria-label="What is played"
          value={source}
          onChange={(chosen) => {
            setLookUs(null);
            setSource(chosen);
          }}
          options={[
            { value: 'draft', label: 'this draft' },
            {
              value: 'keyboard',
              label: stored ? `what is saved: ${stored.name}` : 'what is saved',
            },
            { value: 'watched', label: 'watch the keyboard' },
          ]}
        />
        {listening.isListening ? (
          <>
            <span className="trial-listening" role="status">
              Listening to your keyboard
            </span>
            <span className="soft">
              <kbd>{waysOut}</kbd> stops
            </span>
            <Button size="small" onClick={listening.stop}>
              Stop listening
            </Button>
          </>
        ) : (
          <Button
            ref={listenButton}
            type="primary"
            disabled={!session}
            onClick={() => {
              setLookUs(null);
              listening.start();
            }}
          >
            Listen to my keyboard
          </Button>
        )}
        {hasTrigger() && (
          <span className="soft">the gamepad’s trigger pulls {keyLegend(board, profile, selectedKey)}</span>
        )}
        {listening.isListening && listening.stranger !== '' && (
          <span className="soft">{legendOfCode(listening.stranger)} is not on this board</span>
        )}
        <button
          type="button"
          className="word madder trial-let-go"
          disabled={!session}
          onClick={() => session?.letGo(performance.now())}
        >
          Let go of everything
        </button>
      </div>
      {source === 'draft' && tried.what !== '' && (
        <p className="trial-tried" role="status">
          <strong>Tried, and not in your draft:</strong> other moments for {tried.what}.{' '}
          <button type="button" className="word" onClick={tried.takeAll}>
            Take them
          </button>{' '}
          <button type="button" className="word" onClick={tried.leave}>
            Leave them
          </button>
        </p>
      )}
      {reason !== '' && (
        <p className="trial-reason" role="alert">
          {reason}
        </p>
      )}
      {session && (
        <div className="trial-main">
          <TrialBoard session={session} board={board} onTouch={onTouch} />
          <Later>
            <Shown
              session={session}
              board={board}
              tried={source === 'draft' ? tried : null}
              isListening={listening.isListening}
              lookUs={lookUs}
              onLook={setLookUs}
            />
          </Later>
          <Later>
            <HostScreen session={session} />
          </Later>
          <Spoken session={session} board={board} />
        </div>
      )}
    </div>
  );
};

export default TrialBench;
