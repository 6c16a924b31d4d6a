/** Which rule decides when another key overlaps: each with a little picture and what the engine then sends. */
import { Checkbox } from 'antd';
import { useMemo } from 'react';
import { overlapsOf } from '../../core/probe';
import { legendOfCode } from '../../core/codes';
import { check, isSound } from '../../core/check';
import { LIMITS, type Gesture, type GestureTiming, type Interrupt, type PartialTiming } from '../../core/profile';
import { TriedNumber } from '../shared/tried';
import type { Bench } from '../shared/useBench';
import { Term } from '../shared/Term';
import './OverlapRules.css';

const RULES: Readonly<Record<Interrupt, string>> = {
  nested: 'down and up inside',
  any: 'down inside',
  wait: 'time alone',
};

type OverlapRulesProps = {
  bench: Bench;
  gesture: Gesture;
  timing: GestureTiming;
  onChange: (timing: PartialTiming) => void;
};

export const OverlapRules = ({ bench, gesture, timing, onChange }: OverlapRulesProps) => {
  const { profile, board, layer, selectedKey } = bench;
  const checked = check(profile, board);
  const overlaps = useMemo(
    () => (isSound(checked) ? overlapsOf(checked, layer.id, selectedKey, gesture, timing.holdAfterMs) : []),
    [checked, layer.id, selectedKey, gesture, timing.holdAfterMs],
  );
  return (
    <section aria-label="When another key overlaps">
      <p className="section-line">
        <span>
          <strong>When another key overlaps</strong> <Term word="Nested" />
        </span>
      </p>
      <div className="rules" role="radiogroup" aria-label="Rule for overlaps">
        {(Object.keys(RULES) as Interrupt[]).map((interrupt) => {
          const sent = overlaps
            .find((overlap) => overlap.interrupt === interrupt)
            ?.sent.map(legendOfCode)
            .join(' ');
          return (
            <label key={interrupt} className={`rule ${timing.interrupt === interrupt ? 'chosen' : ''}`}>
              <input
                type="radio"
                className="visually-hidden"
                name="interrupt"
                checked={timing.interrupt === interrupt}
                onChange={() => onChange({ interrupt })}
              />
              <svg viewBox="0 0 84 20" aria-hidden="true">
                <rect x={2} y={2} width={70} height={6} rx={1} fill="var(--finger)" opacity={0.55} />
                <rect x={26} y={12} width={26} height={6} rx={1} fill="var(--ink)" />
              </svg>
              <b>{interrupt}</b>
              <span className="soft">{RULES[interrupt]}</span>
              {sent !== undefined && <span className="rule-sent">→ {sent === '' ? 'nothing' : sent}</span>}
            </label>
          );
        })}
      </div>
      <div className="rule-more">
        <Checkbox checked={timing.otherHandOnly} onChange={({ target }) => onChange({ otherHandOnly: target.checked })}>
          other hand only
        </Checkbox>
        <label>
          tap for{' '}
          <TriedNumber
            className="guard"
            label="Tap at once after typing, in milliseconds"
            range={LIMITS.gestureMs}
            step={10}
            value={timing.typingGuardMs}
            onTake={(typingGuardMs) => {
              onChange({ typingGuardMs });
              return undefined;
            }}
          />{' '}
          ms after typing
        </label>
      </div>
    </section>
  );
};
