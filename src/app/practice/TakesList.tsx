/** The takes, newest first, each with its own small rhythm: written, named, joined, taken along as files and brought in. */
import { App as AntApp, Button, Dropdown } from 'antd';
import { useMemo, useRef, useState } from 'react';
import type { Board } from '../../core/board';
import { isOfLamp } from '../../core/engine';
import { readStrokes, writeStrokes } from '../../core/files';
import type { Profile } from '../../core/profile';
import { textOfFile, Unreadable } from '../../core/reading';
import { joinTakes, tokensOf } from '../../core/typing';
import { AskedFirst } from '../shared/AskedFirst';
import { download, fileNameOf } from '../shared/download';
import { headOf, samplesOfTake, useTakes, type Take } from '../state/takes';
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

/** How long a take lasted, as it is said. */
const lasted = (times: readonly number[]): string => {
  const seconds = Math.round(((times.at(-1) ?? 0) - (times[0] ?? 0)) / 1_000_000);
  return seconds < 90 ? `${seconds} s` : `${Math.round(seconds / 60)} min`;
};

/** When keys went down, of a strokes file that need not be for this board. */
const pressesOf = ({ strokes }: Take): number[] =>
  strokes.split('\n').flatMap((line) => {
    const [time = '', key = '', depth = ''] = line.split(',');
    return /^\d+$/.test(time) && Number(depth) > 0 && !isOfLamp({ key }) ? [Number(time)] : [];
  });

type ItemProps = { take: Take; isChosen: boolean; onChoose: () => void; onRename: (name: string) => void };

const Item = ({ take, isChosen, onChoose, onRename }: ItemProps) => {
  const presses = useMemo(() => pressesOf(take), [take]);
  const [isNaming, setIsNaming] = useState(false);
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
          if (event.key === 'Enter') event.currentTarget.blur();
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
        {day(take.at)} · {lasted(presses)}
      </span>
    </button>
  );
};

export const TakesList = ({ takes, problem, chosen, board, profile, canWrite, onChoose, onWrite }: Props) => {
  const { add, remove, rename } = useTakes.getState();
  const { message } = AntApp.useApp();
  const files = useRef<HTMLInputElement>(null);
  const one = takes?.find(({ id }) => id === chosen);
  const here = takes?.filter((take) => take.board === board.id) ?? [];
  const say = (problemOfStore: string | undefined, done: string): void => {
    if (problemOfStore !== undefined) void message.error(`Not kept: ${problemOfStore}.`);
    else void message.success(done);
  };

  /** A strokes file, with the text beside it that was meant. */
  const bring = async (list: FileList | null): Promise<void> => {
    const all = await Promise.all(
      [...(list ?? [])].map(async (file) => ({ name: file.name, bytes: new Uint8Array(await file.arrayBuffer()) })),
    );
    const strokes = all.find(({ name }) => /\.csv$/i.test(name));
    const meant = all.find(({ name }) => /\.txt$/i.test(name));
    if (!strokes || !meant) {
      void message.error(
        'A take is two files: a strokes file (.csv) and a text beside it (.txt) with what was meant. Choose both.',
      );
      return;
    }
    try {
      const samples = readStrokes(textOfFile(strokes.bytes), board);
      const line = tokensOf(textOfFile(meant.bytes)).join('');
      if (line === '') throw new Unreadable(meant.name, 'is empty');
      const name = strokes.name.replace(/\.csv$/i, '');
      say(await add({ ...headOf(profile), name, meant: line, strokes: writeStrokes(samples) }), `“${name}” is here.`);
    } catch (error) {
      if (!(error instanceof Unreadable)) throw error;
      void message.error(`Nothing was brought in. ${strokes.name}: ${error.message}.`);
    }
  };

  const join = async (): Promise<void> => {
    const oldest = here.toReversed();
    let whole;
    try {
      whole = joinTakes(oldest.map((take) => ({ samples: samplesOfTake(take, board), meant: take.meant })));
    } catch (error) {
      if (!(error instanceof Unreadable)) throw error;
      void message.error(`Nothing was joined. One of the takes cannot be played on this board: ${error.message}.`);
      return;
    }
    say(
      await add({
        ...headOf(profile),
        name: `${here.length} takes together`,
        meant: whole.meant,
        strokes: writeStrokes(whole.samples),
      }),
      `${here.length} takes are one more, together.`,
    );
  };

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
        <Button type="primary" size="small" disabled={!canWrite} onClick={onWrite}>
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
