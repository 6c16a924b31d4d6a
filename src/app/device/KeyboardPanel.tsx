/** The keyboard on the table: its keys can be pressed, its lamps seen, its cable pulled. It needs no other bench, and no profile. */
import type { Board } from '../../core/board';
import { HOST_LAMPS, isCode, legendOfCode } from '../../core/codes';
import type { Body } from '../../core/device';
import { useRef, useState, type KeyboardEvent, type PointerEvent } from 'react';
import { BoardView } from '../shared/BoardView';
import { HostLamps } from '../shared/HostLamps';
import { keyName } from '../shared/keyNames';
import { lightSaid, lightsOf, planOf } from '../shared/lights';
import { useBodies, useBody } from '../state/bodies';
import { webHid } from '../state/hid';
import { useKeyboards, type KeyboardState } from '../state/keyboards';
import { useLampMovement } from './useLampMovement';
import './KeyboardPanel.css';
import '../shared/lamps.css';
import '../shared/bar.css';

const STATUS = { connecting: 'looking for it', connected: 'connected', lost: 'not connected' } as const;

const HOMES = {
  page: 'Simulated in this page, its memory kept in this browser.',
  server: 'Simulated in the server, its memory kept in a file.',
  usb: 'A board on USB.',
} as const;

/** What the lamp shows, and what it means. */
function lampSays(body: Body, yesKey: string): string {
  switch (body.indicator) {
    case 'off':
      return '';
    case 'asked':
      return `The lamp blinks at ${yesKey}: may the page write?`;
    case 'armed':
      return 'The lamp pulses: the next key begins a recording.';
    case 'recording':
      return `The lamp blinks: recording, ${body.recordedEvents} events.`;
    case 'choosing':
      return 'The lamp flickers: press the key that shall play it.';
    case 'full':
      return 'The lamp is steady: there is no more room. Press the key that shall play it.';
    case 'refused':
      return 'The lamp says no: there is nothing in that slot, or no room.';
    case 'stopped':
      return 'Stopped for new firmware. Unplug it and plug it in, and it runs again.';
  }
}

export const KeyboardPanel = ({ board, keyboard }: { board: Board; keyboard: KeyboardState }) => {
  const { status, hello, home, because, resent, slots } = keyboard;
  const body = useBody(board.id);
  const act = useBodies((state) => state.act);
  const chooseUsb = useKeyboards((state) => state.useUsb);
  const yesKey = keyName(board, board.keys[body?.yesKey ?? 0]?.id ?? '');
  const isIn = body?.powerIsOn ?? false;
  const stored = slots[body?.slot ?? 0];
  const known = stored?.state === 'profile' ? planOf(stored.profile, board) : undefined;
  const isLit = body !== undefined && isIn && body.lamps.isOn && body.lamps.level > 0;
  const lights = isLit ? lightsOf(body.shown, known?.palette ?? [], body.lamps.level / body.lamps.most) : [];
  const drawing = useRef<HTMLDivElement>(null);
  useLampMovement(drawing, board, known?.plan, body);
  const [held, setHeld] = useState<ReadonlySet<string>>(new Set());
  const move = (key: string, isDown: boolean): void =>
    act(board.id, {
      do: 'finger',
      key: board.keys.findIndex(({ id }) => id === key),
      depthUm: isDown ? board.travelUm : 0,
    });
  /** With Shift a key stays down until it is pressed so again: one pointer then plays with several keys. */
  const hold = (event: PointerEvent | KeyboardEvent): void => {
    const key = (event.target as Element).closest('[data-key]')?.getAttribute('data-key');
    if (!event.shiftKey || !key || ('key' in event && event.key !== 'Enter' && event.key !== ' ')) return;
    event.preventDefault();
    event.stopPropagation();
    const isDown = !held.has(key);
    setHeld(new Set(isDown ? [...held, key] : [...held].filter((other) => other !== key)));
    move(key, isDown);
  };
  const classOf = (index: number): string => {
    const isDown = body?.keysDown.includes(index) ? 'down' : '';
    return body?.indicator === 'asked' && index === body.yesKey ? `${isDown} asks` : isDown;
  };
  return (
    <section className="panel" aria-label="Keyboard">
      <p className="section-line">
        <strong className="device-name">{board.name}</strong>
        <span className={`link-state ${status}`} role="status">
          {body && !isIn ? 'unplugged' : STATUS[status]}
        </span>
      </p>
      <div
        ref={drawing}
        className={`device-drawing lamps-${isLit ? body.lamps.level : 0}`}
        data-indicator={body?.indicator ?? 'off'}
        onPointerDownCapture={hold}
        onKeyDownCapture={hold}
      >
        <BoardView
          board={board}
          label={`the ${board.name} itself`}
          face={(key) => {
            const index = board.keys.indexOf(key);
            const name = keyName(board, key.id);
            const code = key.code ?? key.contact ?? '';
            const main = key.id === 'Fn' || !isCode(code) ? key.id : legendOfCode(code);
            const light = lights[index] ?? null;
            return {
              cap: { main },
              label: `${main} on the keyboard: press ${name}. ${lightSaid(light)}`,
              className: classOf(index),
              light,
            };
          }}
          onPress={(key, isDown) => {
            if (!held.has(key)) move(key, isDown);
          }}
        />
      </div>
      {body && (
        <p className="lamp-line" role="status">
          <span className={`lamp lamp-${body.indicator}`} aria-hidden="true" /> {lampSays(body, yesKey)}
          {body.indicator === 'off' &&
            (isIn
              ? `Slot ${body.slot + 1} is in use${held.size > 0 ? `, ${held.size} held` : ''}. ${body.trouble ? `But ${body.trouble}.` : ''}`
              : 'No power.')}
        </p>
      )}
      {body && (
        <HostLamps
          isLit={(lamp) => ((body.hostLamps >> HOST_LAMPS.indexOf(lamp)) & 1) === 1}
          turn={(lamp) => act(board.id, { do: 'hostLamp', lamp: HOST_LAMPS.indexOf(lamp) })}
          isOff={!isIn}
        />
      )}
      <p className="section-line">
        <span className="soft">
          Shift and a click hold a key · yes key: {yesKey}
          {hello ? ` · firmware ${hello.firmware}` : ''}
          {resent > 0 ? ` · ${resent} report${resent > 1 ? 's' : ''} not answered in time, and sent again` : ''}
        </span>
        <button
          type="button"
          className="word"
          disabled={!body}
          onClick={() => {
            setHeld(new Set());
            act(board.id, { do: 'cable', isIn: !isIn });
          }}
        >
          {isIn ? 'Unplug' : 'Plug in'}
        </button>
      </p>
      <p className="soft">
        {HOMES[home ?? 'server']}
        {status === 'lost' && because ? ` Tried again and again: ${because}.` : ''}
        {hello?.isUnkept || body?.isKept === false
          ? ' What it was told last is not kept yet; it is tried again.'
          : ''}{' '}
        {webHid() && home !== 'usb' && (
          <button type="button" className="word" onClick={() => void chooseUsb(board).catch(() => undefined)}>
            Use a board on USB
          </button>
        )}
      </p>
    </section>
  );
};
