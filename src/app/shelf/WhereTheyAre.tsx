/** How many profiles there are, and where: what is said to be kept has been written. */
import { saveAllAsFile } from '../shared/rescue';
import { usePersistence } from '../state/persistence';
import { useShelf, type ShelfEntry } from '../state/shelf';

export const WhereTheyAre = ({ entries, isLoading }: { entries: readonly ShelfEntry[]; isLoading: boolean }) => {
  const storeProblem = useShelf((state) => state.storeProblem);
  const persistence = usePersistence((state) => state.state);
  const tryAgain = useShelf((state) => state.tryAgain);
  const lost = entries.filter(({ keeping }) => keeping.state === 'notKept').length;
  if (storeProblem !== '' || lost > 0)
    return (
      <span className="not-kept" role="alert">
        <strong>
          {lost === 0 ? 'The browser’s store cannot be used now' : `${lost} of ${entries.length} not kept`}:
        </strong>{' '}
        {storeProblem || entries.flatMap(({ keeping }) => (keeping.state === 'notKept' ? [keeping.because] : []))[0]}.
        What is not kept is gone when this window closes.{' '}
        <button type="button" className="word" onClick={tryAgain}>
          Try again
        </button>{' '}
        <button type="button" className="word" onClick={saveAllAsFile}>
          Save all as a file
        </button>
      </span>
    );
  if (isLoading) return <>taking them from the browser’s store …</>;
  if (entries.length === 0) return <>none yet; start from a layout below</>;
  const isKept = entries.every(({ keeping }) => keeping.state === 'kept');
  return (
    <>
      {entries.length}, {isKept ? 'kept in this browser' : 'being kept …'}
      {persistence === 'promised' && isKept && ', which has promised not to clear it'}
      {persistence === 'refused' && isKept && (
        <span title="The browser was asked to keep this page’s store, and has not promised it: when the disk is full, it may clear it.">
          {' '}
          as long as its disk has room; <SaveAll />
        </span>
      )}
    </>
  );
};

const SaveAll = () => (
  <button type="button" className="word" onClick={saveAllAsFile}>
    save all as a file
  </button>
);
