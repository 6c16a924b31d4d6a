/**
 * The first minutes, by hand: press a key with two meanings and see what is decided; change it in its line; see the weave follow. It can be
 * left at any moment.
 */
import { useEffect, useRef, useState } from 'react';
import { contactOf } from '../../core/board';
import { actionLegend } from '../../core/notation';
import { bindingOn, sameData, timingOf, type Binding } from '../../core/profile';
import { keyLegend, keyTitle } from '../shared/keyNames';
import type { Bench } from '../shared/useBench';
import { useFirstMinutes } from '../state/firstMinutes';
import { usePressed, type PressSeen } from './usePressed';
import './FirstMinutes.css';

const SPAN_MS = 420;
const WIDTH = 240;
const x = (ms: number): number => (Math.min(ms, SPAN_MS) / SPAN_MS) * WIDTH;

/** The presses that were seen, each as long as it took to decide, against the moment at which a press is long. */
const Seen = ({ seen, isDown, holdAfterMs }: { seen: readonly PressSeen[]; isDown: boolean; holdAfterMs: number }) => (
  <svg className="first-seen" viewBox={`0 0 ${WIDTH + 8} 64`} aria-hidden="true">
    <line x1={x(holdAfterMs)} x2={x(holdAfterMs)} y1={0} y2={64} className="first-moment" />
    {seen.map(({ id, tookMs, outcome }, n) => (
      <g key={id}>
        <rect x={0} y={n * 13} width={Math.max(3, x(tookMs))} height={9} className={`first-bar ${outcome}`} />
        <text x={x(Math.max(tookMs, holdAfterMs)) + 6} y={n * 13 + 8.5}>
          {outcome} · {tookMs} ms
        </text>
      </g>
    ))}
    {isDown && <rect x={0} y={53} width={WIDTH} height={9} className="first-growing" />}
  </svg>
);

/** The key that has two meanings: the one that is looked at, or the first. */
function keyOfTwo({ profile, board, selectedKey }: Bench): string | undefined {
  const [base] = profile.layers;
  const isOne = (key: string): boolean => {
    const does = base && bindingOn(base, key);
    return does?.kind === 'gesture' && does.steps[0]?.tap !== undefined && does.steps[0].hold !== undefined;
  };
  return isOne(selectedKey) ? selectedKey : board.keys.find(({ id }) => isOne(id))?.id;
}

export const FirstMinutes = ({ bench, onLine }: { bench: Bench; onLine: (key: string, line: string) => void }) => {
  const { profile, board, layerIndex } = bench;
  const leave = useFirstMinutes((state) => state.leave);
  const [key] = useState(() => keyOfTwo(bench));
  const [base] = profile.layers;
  const binding: Binding = base && key !== undefined ? bindingOn(base, key) : { kind: 'pass' };
  const [first] = useState(binding);
  const { holdAfterMs } = timingOf(profile, binding);
  const [climbed, setClimbed] = useState(false);
  const isChanged = !sameData(first, binding);
  const [step, setStep] = useState<1 | 2 | 3>(1);
  const pressed = usePressed(profile, board, key ?? '', holdAfterMs, step === 1 && key !== undefined);
  const outcomes = new Set(pressed.seen.map(({ outcome }) => outcome));
  const button = useRef<HTMLButtonElement>(null);

  useEffect(() => button.current?.focus(), []);
  // What was done by hand leads on; nothing is clicked for it.
  if (step === 2 && isChanged) setStep(3);
  if (step === 3 && layerIndex > 0 && !climbed) setClimbed(true);

  if (key === undefined || binding.kind === 'pass') return null;
  const [one] = binding.kind === 'gesture' ? binding.steps : [];
  const legend = keyLegend(board, profile, contactOf(board, key));
  const [tap, hold] = [one?.tap, one?.hold].map((action) => (action ? actionLegend(action, profile) : ''));
  const suggestion = `tap ${tap === 'Tab' ? 'Enter' : 'Tab'}, hold Ctrl`;
  return (
    <section className="panel first-minutes" aria-label="First minutes">
      <p className="section-line">
        <strong>
          {step === 1
            ? '1 of 3 · One key, two meanings'
            : step === 2
              ? '2 of 3 · Change it in its line'
              : '3 of 3 · See the weave follow'}
        </strong>
        <button type="button" className="word" onClick={leave}>
          {climbed ? 'Done' : 'Leave this'}
        </button>
      </p>
      {step === 1 && (
        <div className="first-row">
          <button
            ref={button}
            type="button"
            className={`first-cap${pressed.isDown ? ' down' : ''}`}
            aria-label={`${legend}: press it shortly, then hold it`}
            onPointerDown={pressed.down}
            onPointerUp={pressed.up}
            onPointerLeave={pressed.up}
            onKeyDown={(event) => {
              if (event.key !== ' ' && event.key !== 'Enter') return;
              event.preventDefault();
              if (!event.repeat) pressed.down();
            }}
            onKeyUp={(event) => (event.key === ' ' || event.key === 'Enter') && pressed.up()}
          >
            {legend}
          </button>
          <Seen seen={pressed.seen} isDown={pressed.isDown} holdAfterMs={holdAfterMs} />
          <p aria-live="polite">
            Press {legend}, here or on your keyboard: once shortly, once long. Up before {holdAfterMs} ms it is{' '}
            <b>{tap}</b>, later it is <b>{hold}</b>. {outcomes.has('tap') && '✓ a tap '}
            {outcomes.has('hold') && '✓ a hold '}
            {outcomes.size > 0 && (
              <button type="button" className="word" onClick={() => setStep(2)}>
                Now change it →
              </button>
            )}
          </p>
        </div>
      )}
      {step === 2 && (
        <p>
          At the right stands what {keyTitle(board, profile, key)} does, as a line. Write another one, say{' '}
          <b className="mono">{suggestion}</b>, and press <kbd>Enter</kbd>.{' '}
          <button type="button" className="word" onClick={() => onLine(key, suggestion)}>
            Write it for me
          </button>
        </p>
      )}
      {step === 3 && (
        <p>
          {climbed ? (
            <>
              That is a layer from above: what it does not say falls through, along the threads, to what answers below.{' '}
              <kbd>Ctrl+Z</kbd> takes back what you changed. <kbd>Ctrl+K</kbd> finds anything.
            </>
          ) : (
            <>
              The column of {legend} in the weave says the new line. Climb a layer with <kbd>Page Up</kbd>, or click a
              band of the weave: the threads show which keys fall through to the base.
            </>
          )}
        </p>
      )}
    </section>
  );
};
