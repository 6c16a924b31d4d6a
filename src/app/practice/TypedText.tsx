/** A text that is being written: what is behind, what came wrong, where one is. */
import { memo, useEffect, useRef } from 'react';
import type { Writing } from './writing';
import './TypedText.css';

/** So many tokens before the cursor and behind it are drawn. */
const AROUND = 500;

/** The text is drawn anew with each frame in which something has come. */
export const TypedText = ({ writing, meant }: { writing: Writing; meant: readonly string[] }) => {
  const { at, steps } = writing.followed;
  const wrong = new Set(steps.flatMap((step) => (step.is === 'same' ? [] : [step.meant])));
  const from = Math.max(0, at - AROUND);
  const cursor = useRef<HTMLSpanElement>(null);
  useEffect(() => {
    // What it returns is the browser's, and no clean-up of ours.
    void cursor.current?.scrollIntoView({ block: 'nearest' });
  }, [at]);
  return (
    <p className="typed-text" aria-label="The text">
      <Behind meant={meant} from={from} to={at} wrong={[...wrong].filter((one) => one < at).join()} />
      <span ref={cursor} className="typed-cursor" aria-hidden="true">
        {meant[at] ?? ' '}
      </span>
      <Ahead meant={meant} from={at + 1} to={at + AROUND} />
      <span className="visually-hidden" role="status">
        {meant[at] === ' ' ? 'space' : (meant[at] ?? 'the end')}
      </span>
    </p>
  );
};

type PartProps = { meant: readonly string[]; from: number; to: number };

const Behind = memo(({ meant, from, to, wrong }: PartProps & { wrong: string }) => {
  const places = new Set(wrong === '' ? [] : wrong.split(',').map(Number));
  return (
    <>
      {meant.slice(from, to).map((token, n) => (
        <span key={from + n} className={places.has(from + n) ? 'typed-wrong' : 'typed-behind'}>
          {token}
        </span>
      ))}
    </>
  );
});
Behind.displayName = 'Behind';

const Ahead = memo(({ meant, from, to }: PartProps) => <span>{meant.slice(from, to).join('')}</span>);
Ahead.displayName = 'Ahead';
