/** What one can begin with at once: plain layouts of the boards, and the demo, which can be taken off and brought back. */
import { useNavigate } from 'react-router';
import { PROMPT_BOOK, SHOW_DESK, SOUND_PAD } from '../../../demo';
import { BOARDS } from '../../core/board';
import { plainProfile, type Profile } from '../../core/profile';
import { freeName } from '../shared/freeName';
import { useUndoNotice } from '../shared/useUndoNotice';
import { newProfileId } from '../state/ids';
import { useShelf } from '../state/shelf';
import { askForName } from '../state/toName';
import './StartingLayouts.css';

type Start = { name: string; about: string; make: () => Profile };

const STARTS: readonly Start[] = [
  ...BOARDS.map((board): Start => ({
    name: `Plain ${board.name}`,
    about: 'every key does what it does on an ordinary keyboard',
    make: () => plainProfile(board, newProfileId(), `Plain ${board.name}`),
  })),
  {
    name: 'Show desk',
    about: 'cues, lights and sound on a Harrow 64',
    make: () => ({ ...SHOW_DESK, id: newProfileId() }),
  },
  {
    name: 'Prompt book',
    about: 'home-row holds, signs and numbers on a Twill 42',
    make: () => ({ ...PROMPT_BOOK, id: newProfileId() }),
  },
  {
    name: 'Sound pad',
    about: 'sounds and beds on a Bobbin 21',
    make: () => ({ ...SOUND_PAD, id: newProfileId() }),
  },
];

const DEMO: readonly Profile[] = [SHOW_DESK, PROMPT_BOOK, SOUND_PAD];

/** The three profiles of the demo under their own ids: which are on the shelf, and the way back for those that are not. */
const Demo = () => {
  const entries = useShelf((state) => state.entries);
  const add = useShelf((state) => state.add);
  const remove = useShelf((state) => state.remove);
  const notify = useShelf((state) => state.notify);
  const notice = useUndoNotice();
  const missing = DEMO.filter(({ id }) => !entries.some(({ profile }) => profile.id === id));
  const takeOff = async (): Promise<void> => {
    const back: (() => Promise<unknown>)[] = [];
    for (const { id, name } of DEMO) {
      const removed = entries.some(({ profile }) => profile.id === id) ? await remove(id) : undefined;
      if (removed?.ok) back.push(removed.putBack);
      else if (removed) notify(`“${name}” stays on the shelf: ${removed.because}.`);
    }
    if (back.length === 0) return;
    notice({ key: 'demo', says: 'The demo is off the shelf.', undo: () => back.forEach((putBack) => void putBack()) });
  };
  return (
    <p className="soft">
      {missing.length > 0 && (
        <button type="button" className="word" onClick={() => missing.forEach((profile) => void add(profile))}>
          Bring the demo back
        </button>
      )}
      {missing.length < DEMO.length && (
        <button type="button" className="word" onClick={() => void takeOff()}>
          Take the demo off the shelf
        </button>
      )}{' '}
      The demo is the show desk of a small theatre; taken off, it goes with what you changed in it; Undo brings that
      back.
    </p>
  );
};

export const StartingLayouts = ({ onFile }: { onFile: () => void }) => {
  const add = useShelf((state) => state.add);
  const navigate = useNavigate();

  const start = ({ make }: Start): void => {
    const profile = make();
    const names = useShelf.getState().entries.map((entry) => entry.profile.name);
    void add({ ...profile, name: freeName(profile.name, names) });
    askForName(profile.id);
    void navigate(`/profile/${profile.id}/layout`);
  };

  return (
    <section aria-labelledby="new-title">
      <h2 id="new-title">Or begin at once with</h2>
      <ul className="start-grid">
        {STARTS.map((layout) => (
          <li key={layout.name}>
            <button type="button" className="start" onClick={() => start(layout)}>
              <strong>{layout.name}</strong>
              <span>{layout.about}</span>
            </button>
          </li>
        ))}
        <li>
          <button type="button" className="start from-file" onClick={onFile}>
            <strong>From a file or a code</strong>
            <span>
              choose it, drop it on this page, or paste a code anywhere; nothing is written before you have seen it
            </span>
          </button>
        </li>
      </ul>
      <Demo />
    </section>
  );
};
