/** What is compared, in the order of its dyes: the first is the person's, and takes over. */
import type { ReactNode } from 'react';
import { textOf, threadOf } from '../theme/dyes';
import { DYES_OF, type Compared } from './useCompared';
import './ComparedHeads.css';

const Head = ({ one, n, onOut, onFirst }: { one: Compared; n: number; onOut: () => void; onFirst: () => void }) => (
  <li className="compared-head" style={{ borderColor: threadOf(DYES_OF[n] ?? 'iron') }}>
    <strong style={{ color: textOf(DYES_OF[n] ?? 'iron') }}>
      <bdi>{one.title}</bdi>
    </strong>
    <span className="soft">
      {n === 0 ? (one.on === 'shelf' ? 'changes come into this one' : one.about) : one.about}
    </span>
    <span>
      {n > 0 && one.on === 'shelf' && (
        <button type="button" className="word" onClick={onFirst}>
          make it mine
        </button>
      )}
      <button type="button" className="word" aria-label={`Leave ${one.title} out`} onClick={onOut}>
        ×
      </button>
    </span>
  </li>
);

type ComparedHeadsProps = {
  compared: readonly Compared[];
  words: readonly string[];
  onPut: (words: readonly string[]) => void;
  /** What stands behind the last. */
  children: ReactNode;
};

export const ComparedHeads = ({ compared, words, onPut, children }: ComparedHeadsProps) => (
  <ul className="compared-heads" aria-label="What is compared">
    {compared.map((one, n) => (
      <Head
        key={one.word}
        one={one}
        n={n}
        onOut={() => onPut(words.filter((word) => word !== one.word))}
        onFirst={() => onPut([one.word, ...words])}
      />
    ))}
    <li>{children}</li>
  </ul>
);
