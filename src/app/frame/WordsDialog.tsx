/** The house's own words, each in one line; one of them is shown when somebody asked for it. */
import { Fragment, useEffect, useRef } from 'react';
import { Dialog } from '../shared/Dialog';
import { WORDS } from '../shared/words';
import './WordsDialog.css';

const WordsDialog = ({ word, onClose }: { word: string; onClose: () => void }) => {
  const list = useRef<HTMLDListElement>(null);
  useEffect(() => {
    list.current?.querySelector('.asked-for')?.scrollIntoView({ block: 'center' });
  }, [word]);
  return (
    <Dialog onCancel={onClose} footer={null} title="What the words mean" width={720} style={{ top: 40 }}>
      {/* A list that scrolls is reached with Tab. */}
      <dl ref={list} className="house-words" tabIndex={0} aria-label="Words">
        {WORDS.map(([one, says]) => (
          <Fragment key={one}>
            <dt className={one === word ? 'asked-for' : undefined}>{one}</dt>
            <dd>{says}</dd>
          </Fragment>
        ))}
      </dl>
    </Dialog>
  );
};

export default WordsDialog;
