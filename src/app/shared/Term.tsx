/** A word of the house where it first stands: what it means is a question mark away. */
import { useWordAsked } from '../state/wordAsked';
import { WORDS } from './words';
import './Term.css';

export const Term = ({ word }: { word: string }) => {
  const ask = useWordAsked((state) => state.ask);
  const says = WORDS.find(([one]) => one === word)?.[1] ?? '';
  return (
    <button
      type="button"
      className="word term"
      title={says}
      aria-label={`What “${word}” means`}
      onClick={() => ask(word)}
    >
      ?
    </button>
  );
};
