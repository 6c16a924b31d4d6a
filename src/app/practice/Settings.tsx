/** Every setting that was tried as a dot, slips against delay; the line of the best; where one stands, and what is suggested. */
import { Button, Progress, Select } from 'antd';
import { useMemo, useState } from 'react';
import {
  ALL,
  decidedBy,
  fingerMates,
  type Scope,
  sizeOf,
  settingEdit,
  settingNow,
  usualGrid,
  type Tuning,
} from '../../core/typing';
import { fingerName, keyLegend } from '../shared/keyNames';
import type { Bench } from '../shared/useBench';
import type { TakeOrder } from '../../workers/tuneOrder';
import { SettingsChart } from './SettingsChart';
import { differenceWords, otherWordsSaid, suggestionWords, triedWords } from './tuneWords';
import { useSweep } from './useTuning';
import './Settings.css';

type Props = {
  question: TakeOrder | null;
  hasDepths: boolean;
  bench: Bench;
  hasGestures: boolean;
  selectedKey: string;
};

type For = 'all' | 'finger' | 'key';

export const Settings = ({ question, hasDepths, bench, hasGestures, selectedKey }: Props) => {
  const { profile, board, edit } = bench;
  const [whom, setWhom] = useState<For>('all');
  const scope = useMemo<Scope>(
    () =>
      whom === 'all' ? ALL : { for: 'keys', keys: whom === 'key' ? [selectedKey] : fingerMates(board, selectedKey) },
    [whom, selectedKey, board],
  );
  const now = useMemo(() => settingNow(profile, scope), [profile, scope]);
  const grid = useMemo(
    () => usualGrid(decidedBy(profile, scope), hasDepths ? { now: now.travel, travelUm: board.travelUm } : undefined),
    [profile, scope, now, hasDepths, board],
  );
  const { tuning, swept, progress, failed, begin, stop } = useSweep(question, grid, scope);
  const key = board.keys.find(({ id }) => id === selectedKey);
  const count = sizeOf(grid);
  const take = ({ suggested }: Tuning): void => {
    const change = settingEdit(profile, scope, suggested);
    const name =
      whom === 'all' ? 'all keys' : whom === 'key' ? keyLegend(board, profile, selectedKey) : 'the keys of a finger';
    if (change) edit(change, `${name}, as suggested`);
  };
  return (
    <section className="panel settings-tried" aria-label="Settings tried">
      <p className="section-line">
        <span>
          <strong>{tuning ? `${tuning.tried} settings on this take` : 'Settings on this take'}</strong>{' '}
          <span className="soft">{tuning ? 'a dot may be several; the worst are not drawn' : ''}</span>
        </span>
        <Select<For>
          size="small"
          aria-label="For whom"
          value={whom}
          onChange={setWhom}
          popupMatchSelectWidth={false}
          options={[
            { value: 'all', label: 'for all gestures' },
            { value: 'finger', label: key ? `for the ${fingerName(key)}` : 'for a finger' },
            { value: 'key', label: `for ${keyLegend(board, profile, selectedKey)}` },
          ]}
        />
      </p>
      {progress !== null ? (
        <div className="settings-wait" role="status">
          <Progress percent={Math.round(progress * 100)} aria-label="Trying settings" />
          <Button size="small" onClick={stop}>
            Stop
          </Button>
        </div>
      ) : tuning && swept ? (
        <>
          <div className="settings-chart">
            <SettingsChart tuning={tuning} swept={swept} />
          </div>
          <div data-testid="suggestion">
            <p>{suggestionWords(tuning)}</p>
            {tuning.otherWords.length > 0 && (
              <p className="soft" data-testid="other-words">
                Would come out otherwise: <bdi>{otherWordsSaid(tuning)}</bdi>.
              </p>
            )}
            <p className="settings-acts">
              <Button
                type="primary"
                size="small"
                disabled={differenceWords(tuning.suggested, now) === ''}
                onClick={() => take(tuning)}
              >
                Take it
              </Button>
              <button type="button" className="word" onClick={begin}>
                Try again
              </button>
            </p>
          </div>
        </>
      ) : (
        <div className="settings-wait">
          <p className="soft">
            {count > 1
              ? `The same fingers are played under ${count} settings: ${triedWords(grid)}.`
              : hasGestures
                ? 'Nothing here is decided by time.'
                : 'This profile has no gesture: every key is decided at once, and there is nothing to tune.'}
          </p>
          {failed && <p role="alert">The settings could not be tried; the draft may have problems.</p>}
          <Button disabled={!question || count <= 1} onClick={begin}>
            Try them
          </Button>
        </div>
      )}
    </section>
  );
};
