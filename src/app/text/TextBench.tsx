/** The text bench: the whole profile as a text beside the live board. Each follows the other, cursor and selection as well. */
import { useEffect, useMemo, useRef, useState } from 'react';
import { LIMITS } from '../../core/profile';
import { completeText, sentencesOf, usedCodes, type Site } from '../../core/notation';
import { bindingOn, timingOf } from '../../core/profile';
import { download, fileNameOf } from '../shared/download';
import { OverLayers } from '../shared/OverLayers';
import { LayerBoard } from '../shared/LayerBoard';
import { keyTitle } from '../shared/keyNames';
import { useLookAt } from '../shared/useLookAt';
import { useBench } from '../shared/useBench';
import { LayerRadios } from '../shared/LayerChoices';
import { textOf } from '../theme/dyes';
import { Editor, readyEditor, type Cursor } from './Editor';
import type { TextKeeping } from './desk';
import { useTextDesk } from './useTextDesk';
import '../shared/sentences.css';
import './TextBench.css';

const KEEPING: Readonly<Record<TextKeeping['state'], string>> = {
  loading: 'reading the text',
  keeping: 'keeping the text',
  kept: 'text kept in this browser',
  notKept: 'text not kept',
};

/** What of the text is under the cursor: the last thing said on its line, or the cell it is in. */
function siteAt(sites: readonly Site[], { line, column }: Cursor): Site | undefined {
  const here = sites.filter((site) => site.line === line);
  return (
    here.find(({ is, from, to }) => is === 'cell' && column >= from && column <= to) ??
    here.find(({ is }) => is !== 'cell')
  );
}

const TextBench = () => {
  const bench = useBench();
  const { profile, board, layer, selectedKey, select } = bench;
  const {
    desk,
    state: { text, said, problems, isRead, keeping },
  } = useTextDesk(profile.id, board);
  const boardArea = useRef<HTMLDivElement>(null);
  const [goTo, setGoTo] = useState<Cursor>();
  useEffect(readyEditor, []);
  const items = useLookAt(profile, board);

  const lines = useMemo(
    () => said.sites.filter((site) => site.layer === layer.id && site.key === selectedKey).map(({ line }) => line),
    [said, layer.id, selectedKey],
  );

  /** The line that says the most of a key. */
  const lineOf = (where: string, key: string): Cursor | undefined => {
    const site =
      said.sites.findLast((one) => one.layer === where && one.key === key) ??
      said.sites.find((one) => one.is === 'layer' && one.layer === where);
    return site && { line: site.line, column: site.from };
  };

  /** Something was chosen before the text was there: it is gone to when it comes. */
  const [isAwaited, setIsAwaited] = useState(false);
  if (isAwaited && said.sites.length > 0) {
    setIsAwaited(false);
    setGoTo(lineOf(layer.id, selectedKey));
  }

  /** The board's selection was moved: the text goes to its line. */
  const choose = (to: { key?: string; layer?: string }): void => {
    select(to);
    const line = lineOf(to.layer ?? layer.id, to.key ?? selectedKey);
    if (line) setGoTo(line);
    else if (keeping.state === 'loading') setIsAwaited(true);
  };

  const follow = (cursor: Cursor): void => {
    const site = siteAt(said.sites, cursor);
    if (site?.layer === undefined || !profile.layers.some(({ id }) => id === site.layer)) return;
    const isKey = site.key !== undefined && board.keys.some(({ id }) => id === site.key);
    select({ layer: site.layer, ...(isKey && site.key !== undefined && { key: site.key }) });
  };

  const goToLine = (line: number, column: number): void => setGoTo({ line, column });
  const binding = bindingOn(layer, selectedKey);
  const follower = { ...bench, select: choose };

  return (
    <div className="text-bench">
      <section className="text-left" aria-label="Text">
        <p className="text-head">
          <strong>Text</strong>
          <span className="soft" role="status" data-text-keeping={keeping.state}>
            {KEEPING[keeping.state]}
            {keeping.state === 'notKept' && `: ${keeping.because}`}
          </span>
          <span className="text-head-tools">
            <button
              type="button"
              className="word"
              onClick={() => download(fileNameOf(profile.name, 'loom'), text, 'text/plain')}
            >
              Save as a file
            </button>
            <button
              type="button"
              className="word"
              title="Writes the profile out afresh. Your comments and values go, the profile stays as it is; undo brings them back"
              onClick={() => void desk?.writeAnew()}
            >
              Tidy the text
            </button>
          </span>
        </p>
        {desk && keeping.state !== 'loading' && (
          <Editor
            text={text}
            attach={desk.attach}
            problems={problems}
            marked={lines}
            goTo={goTo}
            onType={(typed, row) => {
              // Whoever types stays where that is.
              setIsAwaited(false);
              desk.type(typed, row);
            }}
            onCursor={follow}
            onTravel={(direction) => void desk.travel(direction)}
            onLeave={() =>
              boardArea.current?.querySelector<SVGGElement>(`[data-key="${CSS.escape(selectedKey)}"]`)?.focus()
            }
            complete={(before, heading) =>
              completeText(before, heading, { ...profile, used: usedCodes(profile) }, board)
            }
          />
        )}
      </section>
      <section className="text-right" aria-label="What the text says">
        <LayerRadios
          label="Layer"
          layers={profile.layers.slice(0, LIMITS.layers)}
          chosen={layer.id}
          onChoose={(id) => choose({ layer: id })}
        />
        <div ref={boardArea}>
          <LayerBoard bench={follower} items={items} onChoose={(key) => choose({ key })} onKeyDown={() => undefined} />
        </div>
        <p className="text-key">
          <strong>{keyTitle(board, profile, selectedKey)}</strong> on{' '}
          <span style={{ color: textOf(layer.dye) }}>{layer.name}</span>
          {lines.length > 0 && (
            <>
              {' · '}
              {lines.map((line) => (
                <button key={line} type="button" className="word" onClick={() => goToLine(line, 1)}>
                  line {line}
                </button>
              ))}
            </>
          )}
        </p>
        <div className="sentences" aria-live="polite">
          {sentencesOf(binding, timingOf(profile, binding), profile).map((sentence) => (
            <p key={sentence}>{sentence}</p>
          ))}
        </div>
        <OverLayers
          profile={profile}
          keyId={selectedKey}
          title={keyTitle(board, profile, selectedKey)}
          layer={layer.id}
          onChoose={(id) => choose({ layer: id })}
        />
        {problems.length > 0 ? (
          <div className="text-problems" role="alert">
            <p>
              <strong>
                {problems.length === 1 ? 'One thing' : `${problems.length} things`} to put right. Until then the profile
                stays as it was when the text last read.
              </strong>
            </p>
            <ul>
              {problems.slice(0, 8).map(({ line, column, message }) => (
                <li key={`${line}:${column}:${message}`}>
                  <button type="button" className="word" onClick={() => goToLine(line, column)}>
                    line {line}
                  </button>{' '}
                  {message}
                </li>
              ))}
              {problems.length > 8 && <li className="soft">and {problems.length - 8} more, marked in the margin</li>}
            </ul>
          </div>
        ) : (
          <p className="soft text-hints">
            {isRead ? 'The text reads.' : 'Reading the text …'} <kbd>Ctrl+Space</kbd> offers ways to go on ·{' '}
            <kbd>Esc</kbd> to the board · <kbd>Ctrl+Z</kbd> takes back, here as everywhere
          </p>
        )}
      </section>
    </div>
  );
};

export default TextBench;
