/** The legend sheet: what every key does, on paper. Labels at true size to be cut out, or all layers on one page; printed, or as SVG or PDF. */
import { App as AntApp, Button, Checkbox, Segmented, Select, Switch } from 'antd';
import { useMemo, useState } from 'react';
import { Link, useParams } from 'react-router';
import type { Board } from '../../core/board';
import { keysLike, type Profile } from '../../core/profile';
import { pageSvg, sheetOf, type Sheet, type SheetOptions } from '../../core/sheet';
import { download, fileNameOf } from '../shared/download';
import { BoardView } from '../shared/BoardView';
import { keyTitle } from '../shared/keyNames';
import { Named } from '../shared/named';
import { Waiting } from '../shared/Waiting';
import { useBoard, useBoardsReady } from '../state/boards';
import { useProfile } from '../state/shelf';
import { PageDrawing } from './PageDrawing';
import { sheetFonts } from './fonts';
import './SheetBench.css';

/** The sheet as PDF, written in a worker. */
async function pdfOf(sheet: Sheet): Promise<Uint8Array> {
  const fonts = await sheetFonts();
  return new Promise((resolve, reject) => {
    const worker = new Worker(new URL('../../workers/sheet.worker.ts', import.meta.url), { type: 'module' });
    worker.onmessage = ({ data }: MessageEvent<Uint8Array>) => {
      worker.terminate();
      resolve(data);
    };
    worker.onerror = (event) => {
      worker.terminate();
      reject(new Error(event.message));
    };
    worker.postMessage({ sheet, fonts });
  });
}

/** One of a few, in a row. */
function OneOf<T extends string>({
  name,
  value,
  choices,
  onChange,
}: {
  name: string;
  value: T;
  choices: Readonly<Record<T, string>>;
  onChange: (value: T) => void;
}) {
  return (
    <label>
      {name}
      <Segmented<T>
        aria-label={name}
        value={value}
        options={(Object.keys(choices) as T[]).map((one) => ({ value: one, label: choices[one] }))}
        onChange={onChange}
      />
    </label>
  );
}

const Sheets = ({ profile, board }: { profile: Profile; board: Board }) => {
  const { message } = AntApp.useApp();
  const [options, setOptions] = useState<SheetOptions>({
    kind: 'overview',
    layers: profile.layers.map(({ id }) => id),
    ink: 'colour',
    words: 'labels',
    paper: 'a4',
    roles: true,
  });
  const [isMaking, setIsMaking] = useState(false);
  const [choosesKeys, setChoosesKeys] = useState(false);
  const sheet = useMemo(() => sheetOf(profile, board, options), [profile, board, options]);
  const set = (to: Partial<SheetOptions>): void => setOptions({ ...options, ...to });
  const chosen = options.keys ?? board.keys.map(({ id }) => id);
  const toggle = (key: string): void =>
    set({ keys: chosen.includes(key) ? chosen.filter((one) => one !== key) : [...chosen, key] });

  const svg = (): void =>
    sheet.pages.forEach((page, n) =>
      download(
        fileNameOf(`${profile.name} legend${sheet.pages.length > 1 ? ` ${n + 1}` : ''}`, 'svg'),
        pageSvg(page),
        'image/svg+xml',
      ),
    );
  const pdf = async (): Promise<void> => {
    setIsMaking(true);
    try {
      download(fileNameOf(`${profile.name} legend`, 'pdf'), new Uint8Array(await pdfOf(sheet)), 'application/pdf');
    } catch (error) {
      void message.error(`The PDF was not made: ${error instanceof Error ? error.message : 'something went wrong'}.`);
    } finally {
      setIsMaking(false);
    }
  };

  return (
    <main className="bench sheet-main">
      <aside className="panel sheet-aside" aria-label="What is on the sheet">
        <h1>
          Legend of <Named name={profile.name} />
        </h1>
        <OneOf
          name="kind of sheet"
          value={options.kind}
          choices={{ overview: 'one page', labels: 'labels to cut' }}
          onChange={(kind) => set({ kind })}
        />
        <p className="soft">
          {options.kind === 'labels'
            ? 'At true size: print without fitting to the page, and cut along the dashes.'
            : 'Every layer as a small board, to be kept beside the keyboard.'}
        </p>
        <fieldset>
          <legend>layers</legend>
          {profile.layers.map(({ id, name }) => (
            <Checkbox
              key={id}
              checked={options.layers.includes(id)}
              onChange={({ target }) =>
                set({ layers: target.checked ? [...options.layers, id] : options.layers.filter((one) => one !== id) })
              }
            >
              <bdi>{name}</bdi>
            </Checkbox>
          ))}
        </fieldset>
        <OneOf
          name="words"
          value={options.words}
          choices={{ labels: 'own labels', host: 'what keys make' }}
          onChange={(words) => set({ words })}
        />
        <OneOf
          name="ink"
          value={options.ink}
          choices={{ colour: 'colour', black: 'black, stitches' }}
          onChange={(ink) => set({ ink })}
        />
        <label>
          paper
          <Select
            aria-label="Paper"
            value={options.paper}
            options={[
              { value: 'a4', label: 'A4 landscape' },
              { value: 'a3', label: 'A3 landscape' },
              { value: 'letter', label: 'Letter landscape' },
            ]}
            onChange={(paper) => set({ paper })}
          />
        </label>
        <p>
          <Switch size="small" checked={options.roles} aria-label="Roles" onChange={(roles) => set({ roles })} /> roles
        </p>
        <p>
          <Switch
            size="small"
            checked={options.lamps ?? false}
            aria-label="Lamps"
            onChange={(lamps) => set({ lamps })}
          />{' '}
          what lamps show
        </p>
        <p>
          <button
            type="button"
            className="word"
            aria-expanded={choosesKeys}
            onClick={() => setChoosesKeys(!choosesKeys)}
          >
            {options.keys ? `${options.keys.length} keys` : 'all keys'} …
          </button>
          {options.keys && (
            <button
              type="button"
              className="word"
              onClick={() => {
                const { keys: _chosen, ...rest } = options;
                setOptions(rest);
              }}
            >
              All
            </button>
          )}
          {choosesKeys && (
            <button type="button" className="word" onClick={() => set({ keys: [] })}>
              None
            </button>
          )}
        </p>
        {choosesKeys && (
          <BoardView
            board={board}
            label="Keys on the sheet"
            face={(key) => ({
              label: `${keyTitle(board, profile, key.id)}${chosen.includes(key.id) ? ', on the sheet' : ', left out'}`,
              className: chosen.includes(key.id) ? 'selected-also' : '',
            })}
            onChoose={toggle}
            onSelectAlso={(key) => set({ keys: [...new Set([...chosen, ...keysLike(board, profile, key, 'row')])] })}
          />
        )}
        <p className="sheet-actions">
          <Button type="primary" onClick={() => print()}>
            Print
          </Button>
          <Button onClick={svg}>Save as SVG</Button>
          <Button loading={isMaking} onClick={() => void pdf()}>
            Save as PDF
          </Button>
        </p>
        <Link to={`/profile/${profile.id}/layout`}>Open the profile</Link>
      </aside>
      <section className={`sheet-pages on-${options.paper}`} aria-label="The sheet" tabIndex={0}>
        {sheet.pages.map((page, n) => (
          <PageDrawing key={n} page={page} label={`Page ${n + 1} of ${sheet.pages.length}`} />
        ))}
        {sheet.pages.length === 0 && <p className="soft">Nothing is on it: choose a key.</p>}
      </section>
    </main>
  );
};

const SheetBench = () => {
  const { profileId = '' } = useParams();
  const profile = useProfile(profileId);
  const areBoardsHere = useBoardsReady();
  const board = useBoard(profile?.board);
  return (
    <div className="sheet">
      {!areBoardsHere ? (
        <Waiting what="Reading your boards" />
      ) : profile && board ? (
        <Sheets key={profile.id} profile={profile} board={board} />
      ) : (
        <main className="bench">
          <h1>{profile ? 'Its board is not known here' : 'That profile is not on the shelf'}</h1>
          <Link to="/shelf">Go to the shelf</Link>
        </main>
      )}
    </div>
  );
};

export default SheetBench;
