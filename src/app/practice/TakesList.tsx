/** The takes, newest first, each with its own small rhythm: written, named, joined, taken along as files and brought in. */
import { App as AntApp, Button, Dropdown } from 'antd';
import { useEffect, useMemo, useRef, useState } from 'react';
import type { Board } from '../../core/board';
import { isOfLamp } from '../../core/engine';
import type { Profile } from '../../core/profile';
import { foreign, READING_BUDGET, Unreadable } from '../../core/reading';
import type { TakeText } from '../../workers/practiceOrder';
import { askWorker } from '../shared/askWorker';
import { AskedFirst } from '../shared/AskedFirst';
import { download, fileNameOf } from '../shared/download';
import { fileText } from '../shared/fileText';
import { headOf, useTakes, type Take } from '../state/takes';
import { Rhythm } from './Rhythm';
import './choice.css';
import './TakesList.css';

type Props = {
  takes: readonly Take[] | null;
  problem: string;
  chosen: string | undefined;
  board: Board;
  profile: Profile;
  canWrite: boolean;
  /** Somebody has come back from writing one. */
  takesFocus: boolean;
  onChoose: (id: string) => void;
  onWrite: () => void;
};

const DAY_MS = 86_400_000;
const day = (atMs: number): string => {
  const days = Math.floor((new Date().setHours(23, 59, 59, 999) - atMs) / DAY_MS);
  if (days === 0) return 'today';
  if (days === 1) return 'yesterday';
  return new Date(atMs).toLocaleDateString(undefined, { day: 'numeric', month: 'short' });
};

/** So much of a strokes file is looked at for its rhythm, in characters. */
const RHYTHM_OF = 100_000;

/** When keys went down at the beginning of a strokes file, which need not be for this board. */
const pressesOf = (strokes: string): number[] =>
  strokes
    .slice(0, RHYTHM_OF)
    .split('\n')
    .flatMap((line) => {
      const [time = '', key = '', depth = ''] = line.split(',');
      return /^\d+$/.test(time) && Number(depth) > 0 && !isOfLamp({ key }) ? [Number(time)] : [];
    });

/** How long a take lasted, as it is said. */
function lasted(strokes: string, fromUs: number): string {
  const end = strokes.trimEnd();
  const toUs = Number.parseInt(end.slice(end.lastIndexOf('\n') + 1), 10) || fromUs;
  const seconds = Math.round((toUs - fromUs) / 1_000_000);
  return seconds < 90 ? `${seconds} s` : `${Math.round(seconds / 60)} min`;
}

/** The name of a file without its ending. */
const bareName = ({ name }: File): string => name.replace(/\.[^.]*$/, '');

type ItemProps = { take: Take; isChosen: boolean; onChoose: () => void; onRename: (name: string) => void };

const Item = ({ take, isChosen, onChoose, onRename }: ItemProps) => {
  const { strokes } = take;
  const presses = useMemo(() => pressesOf(strokes), [strokes]);
  const length = useMemo(() => lasted(strokes, presses[0] ?? 0), [strokes, presses]);
  const [isNaming, setIsNaming] = useState(false);
  const opener = useRef<HTMLButtonElement>(null);
  if (isNaming)
    return (
      <input
        className="take-name-field"
        aria-label="Name of the take"
        defaultValue={take.name}
        maxLength={60}
        autoFocus
        onFocus={({ target }) => target.select()}
        onKeyDown={(event) => {
          if (event.key === 'Escape') setIsNaming(false);
          else if (event.key === 'Enter') event.currentTarget.blur();
          else return;
          requestAnimationFrame(() => opener.current?.focus());
        }}
        onBlur={(event) => {
          setIsNaming(false);
          const name = event.target.value.trim();
          if (name !== '' && name !== take.name) onRename(name);
        }}
      />
    );
  return (
    <button
      ref={opener}
      type="button"
      className="practice-choice"
      aria-pressed={isChosen}
      title="F2 or a double click gives it another name"
      onClick={onChoose}
      onDoubleClick={() => setIsNaming(true)}
      onKeyDown={(event) => {
        if (event.key === 'F2') setIsNaming(true);
      }}
    >
      <Rhythm presses={presses} />
      <strong>
        <bdi>{take.name}</bdi>
      </strong>
      <span className="soft">
        {day(take.at)} · {length}
      </span>
    </button>
  );
};

export const TakesList = ({
  takes,
  problem,
  chosen,
  board,
  profile,
  canWrite,
  takesFocus,
  onChoose,
  onWrite,
}: Props) => {
  const write = useRef<HTMLButtonElement>(null);
  useEffect(() => {
    if (takesFocus) write.current?.focus();
  }, [takesFocus]);
  const { add, remove, rename } = useTakes.getState();
  const { message } = AntApp.useApp();
  const files = useRef<HTMLInputElement>(null);
  const one = takes?.find(({ id }) => id === chosen);
  const here = takes?.filter((take) => take.board === board.id) ?? [];
  const say = (problemOfStore: string | undefined, done: string): void => {
    if (problemOfStore !== undefined) void message.error(`Not kept: ${problemOfStore}.`);
    else void message.success(done);
  };

  const [isReading, setIsReading] = useState(false);
  /** A take of one or several, kept under a name; said when it is, or why there is none. */
  const make = async (from: readonly TakeText[], name: string, done: string, failed: string): Promise<void> => {
    setIsReading(true);
    const made = await askWorker({ do: 'takeOf', board, from });
    setIsReading(false);
    if (!made) void message.error(`${failed}.`);
    else if ('why' in made) void message.error(`${failed}: ${made.why}.`);
    else say(await add({ ...headOf(profile), ...made, name }), done);
  };

  /** Strokes files, each with the text beside it that was meant. */
  const bring = async (list: FileList | null): Promise<void> => {
    const files = [...(list ?? [])];
    const texts = files.filter(({ name }) => /\.txt$/i.test(name));
    const strokes = files.filter(({ name }) => /\.csv$/i.test(name));
    if (strokes.length === 0 || texts.length === 0) {
      void message.error(
        'A take is two files: a strokes file (.csv) and a text beside it (.txt) with what was meant. Choose both.',
      );
      return;
    }
    for (const file of strokes) {
      const name = bareName(file);
      const text = strokes.length === 1 && texts.length === 1 ? texts[0] : texts.find((one) => bareName(one) === name);
      const failed = `Nothing was brought in of ${foreign(file.name)}`;
      if (!text) {
        void message.error(`${failed}: there is no text ${foreign(name)}.txt beside it.`);
        continue;
      }
      try {
        const meant = await fileText(text, READING_BUDGET.csv.bytes);
        if (meant.trim() === '') throw new Unreadable(foreign(text.name), 'is empty');
        const from = [{ strokes: await fileText(file, READING_BUDGET.csv.bytes), meant }];
        await make(from, name, `“${foreign(name)}” is here.`, failed);
      } catch (error) {
        if (!(error instanceof Unreadable)) throw error;
        void message.error(`${failed}: ${error.message}.`);
      }
    }
  };

  const join = (): Promise<void> =>
    make(
      here.toReversed(),
      `${here.length} takes together`,
      `${here.length} takes are one more, together.`,
      'Nothing was joined; one of the takes cannot be played on this board',
    );

  return (
    <section className="panel takes" aria-label="Takes">
      <p className="section-line">
        <strong>Takes</strong>
        {one && (
          <Dropdown
            trigger={['click']}
            menu={{
              items: [
                { key: 'files', label: 'Take it along as files' },
                { key: 'join', label: `Join all ${here.length} of this board`, disabled: here.length < 2 },
                { key: 'bring', label: 'Bring one in' },
              ],
              onClick: ({ key }) => {
                if (key === 'bring') files.current?.click();
                else if (key === 'join') void join();
                else {
                  download(fileNameOf(one.name, 'csv'), one.strokes, 'text/csv');
                  download(fileNameOf(one.name, 'txt'), `${one.meant}\n`, 'text/plain');
                }
              },
            }}
          >
            <button type="button" className="word" aria-label="More for takes">
              More
            </button>
          </Dropdown>
        )}
      </p>
      <input
        ref={files}
        type="file"
        multiple
        hidden
        accept=".csv,.txt"
        aria-label="Files of a take"
        onChange={(event) => {
          void bring(event.target.files);
          event.target.value = '';
        }}
      />
      {isReading && (
        <p className="soft" role="status">
          Reading …
        </p>
      )}
      {problem !== '' && <p role="alert">The takes cannot be read: {problem}.</p>}
      <div className="takes-list">
        {takes?.map((take) => (
          <Item
            key={take.id}
            take={take}
            isChosen={take.id === chosen}
            onChoose={() => onChoose(take.id)}
            onRename={(name) =>
              void rename(take.id, name).then((why) => {
                if (why !== undefined) void message.error(`“${take.name}” keeps its name: ${why}.`);
              })
            }
          />
        ))}
        {takes?.length === 0 && (
          <p className="soft">
            Write for some minutes as you always do. Underloom keeps when each key went down and up, in this browser
            alone, and tries a thousand settings on it.
          </p>
        )}
      </div>
      <p className="takes-foot">
        <Button ref={write} type="primary" size="small" disabled={!canWrite} onClick={onWrite}>
          Write a take
        </Button>
        {one ? (
          <AskedFirst
            className="madder"
            asks={`Take “${one.name}” away for good?`}
            yes="Take it away"
            no="Keep it"
            onYes={() =>
              void remove([one.id]).then((why) => {
                if (why !== undefined) void message.error(`“${one.name}” is still here: ${why}.`);
              })
            }
          >
            Take away
          </AskedFirst>
        ) : (
          <button type="button" className="word" onClick={() => files.current?.click()}>
            Bring one in
          </button>
        )}
      </p>
    </section>
  );
};
