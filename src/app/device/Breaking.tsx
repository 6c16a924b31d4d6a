/** An honest demonstration, on the simulated keyboard only: its cable and its power can be made to fail, and the page says what survives. */
import { Switch } from 'antd';
import type { Board } from '../../core/board';
import { useBodies, useBody } from '../state/bodies';
import type { KeyboardState } from '../state/keyboards';

const FLAKY = 0.05;
/** Somewhere in the middle of what a save writes. */
const CUT_AFTER = 25;

export const Breaking = ({ board, keyboard }: { board: Board; keyboard: KeyboardState }) => {
  const body = useBody(board.id);
  const act = useBodies((state) => state.act);
  if (!body) return null;
  const held = keyboard.slots.filter(({ state }) => state === 'profile').length;
  const damaged = keyboard.slots.filter(({ state }) => state === 'damaged').length;
  return (
    <section className="panel" aria-label="Try to break it">
      <p>
        <strong>Try to break it</strong> <span className="soft">this simulated keyboard only</span>
      </p>
      <label className="section-line">
        <span>
          <Switch
            size="small"
            checked={body.faultRate > 0}
            onChange={(isOn) => act(board.id, { do: 'faults', rate: isOn ? FLAKY : 0 })}
          />{' '}
          Flaky cable
        </span>
        <span className="soft">1 report in 20 goes wrong</span>
      </label>
      <p className="section-line">
        <button
          type="button"
          className="word"
          disabled={!body.powerIsOn || body.cutIsDue}
          onClick={() => act(board.id, { do: 'cut', after: CUT_AFTER })}
        >
          Power cut
        </button>
        <span className="soft">
          {body.cutIsDue ? 'in the middle of what is written next' : 'in the middle of the next save'}
        </span>
      </p>
      {!body.powerIsOn && <p role="status">The power is gone. Plug it in, and the page reads what is there.</p>}
      {body.powerIsOn && keyboard.status === 'connected' && (
        <p className="soft" role="status">
          When it was read last: {held} slot{held === 1 ? '' : 's'} whole, {damaged} damaged.
        </p>
      )}
    </section>
  );
};
