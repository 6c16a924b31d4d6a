/** Who receives it? What a program that looks a number of times a second would miss, and the least that helps. */
import { InputNumber, Segmented } from 'antd';
import { useEffect, useState } from 'react';
import { operations, SURE, type Demand, type Remedies, type Seen, type TooMuch } from '../../core/macro';
import type { Score } from '../../core/profile';
import { hostLayout, legendOnHost, type HostLayoutId } from '../../core/hosts';
import type { ReceiverAnswer, ReceiverOrder } from '../../workers/receiverOrder';
import { StretchChart, type StretchChartProps } from './StretchChart';
import { Term } from '../shared/Term';
import './ReceiverCheck.css';

/** Looks a second; 0 gets every event, -1 is a figure of one's own. */
const LOOKS = [0, 30, 60, 120, 144, -1] as const;
const STRETCHES = Array.from({ length: 36 }, (_, n) => Math.round((0.25 + n * 0.05) * 100) / 100);
const WAIT_MS = 60;

type ReceiverCheckProps = {
  /** The part as it reaches the computer, with what the macro lets go of at its finish. */
  score: Score;
  /** Why the macro is not sent at all; empty when it is. */
  cannotPlay: string;
  pollUs: number;
  host: HostLayoutId;
  onSeen: (risks: readonly Demand[]) => void;
  onApply: (score: Score | TooMuch, what: string) => void;
  onShow: (places: Iterable<number>) => void;
};

type Answers = { seen: Seen | null; chances: number[] | null; remedies: Remedies | null; failed: boolean };
const NONE: Answers = { seen: null, chances: null, remedies: null, failed: false };

/** Asks a worker anew whenever the score or the receiver changes; what was asked before is given up. */
function useReceiver(
  score: Score,
  hz: number,
  pollUs: number,
  host: HostLayoutId,
  onSeen: (risks: readonly Demand[]) => void,
): Answers & { isBusy: boolean } {
  const [answers, setAnswers] = useState<Answers & { of: Score | null; hz: number }>({ ...NONE, of: null, hz: 0 });
  useEffect(() => {
    if (hz === 0 || score.events.length === 0) {
      onSeen([]);
      return;
    }
    let worker: Worker | null = null;
    const timer = setTimeout(() => {
      worker = new Worker(new URL('../../workers/receiver.worker.ts', import.meta.url), { type: 'module' });
      worker.onmessage = ({ data }: MessageEvent<ReceiverAnswer>) => {
        if (data.what === 'seen') {
          setAnswers({ ...NONE, seen: data.seen, of: score, hz });
          onSeen(data.seen.demands);
        } else if (data.what === 'curve') {
          setAnswers((old) => ({ ...old, chances: data.chances }));
        } else {
          setAnswers((old) => ({ ...old, remedies: data.remedies }));
          worker?.terminate();
        }
      };
      worker.onerror = () => {
        setAnswers({ ...NONE, failed: true, of: score, hz });
        worker?.terminate();
      };
      worker.postMessage({ score, hz, pollUs, stretches: STRETCHES, host } satisfies ReceiverOrder);
    }, WAIT_MS);
    return () => {
      clearTimeout(timer);
      worker?.terminate();
    };
  }, [score, hz, pollUs, host, onSeen]);
  const isCurrent = answers.of === score && answers.hz === hz;
  return isCurrent
    ? { ...answers, isBusy: answers.remedies === null && !answers.failed }
    : { ...answers, isBusy: true };
}

const percent = (chance: number): string => `${(chance * 100).toFixed(chance > 0.99 && chance < 1 ? 2 : 1)} %`;

/** A demand in words: what is likeliest to go wrong. */
function sayDemand({ what, code, before }: Demand, host: HostLayoutId): string {
  const name = (one: string): string => legendOnHost(hostLayout(host), one);
  if (what === 'order') return `${name(before ?? '')} before ${name(code)}`;
  return what === 'again' ? `${name(code)} pressed again` : `the press of ${name(code)}`;
}

/** One change that helps: what its button says, what undo calls it, and the score it makes. */
type Offer = { says: string; what: string; score: () => Score | TooMuch };

/** The changes that help with what is not seen for sure. */
function offersFor(score: Score, hz: number, host: HostLayoutId, seen: Seen, remedies: Remedies | null): Offer[] {
  const { stretch = 1, pressUs, gapUs } = remedies ?? {};
  const offers: Offer[] = [];
  // The keys of a text are down for one poll only; written out, they can be stretched.
  if (seen.all < SURE && score.events.some((event) => 'text' in event)) {
    const lookUs = 1e6 / hz;
    offers.push({
      says: 'Spell the text out as presses',
      what: 'spelling the text out',
      score: () => operations.spellOut(score, 2 * lookUs, 2 * lookUs, host),
    });
  }
  if (stretch > 1)
    offers.push({ says: `Stretch to ${stretch}×`, what: 'stretching', score: () => operations.scale(score, stretch) });
  if (pressUs !== undefined && seen.presses < SURE)
    offers.push({
      says: `No press under ${(pressUs / 1000).toFixed(1)} ms`,
      what: 'longer presses',
      score: () => operations.shortestPress(score, pressUs),
    });
  if (gapUs !== undefined && seen.pairs < SURE)
    offers.push({
      says: `No gap under ${(gapUs / 1000).toFixed(1)} ms`,
      what: 'wider gaps',
      score: () => operations.widenGaps(score, gapUs),
    });
  return offers;
}

export const ReceiverCheck = ({ score, cannotPlay, pollUs, host, onSeen, onApply, onShow }: ReceiverCheckProps) => {
  const [chosen, setLook] = useState<(typeof LOOKS)[number]>();
  // What reads text gets every event; only what polls keys can miss some.
  const look = chosen ?? (score.events.some((event) => 'text' in event) ? 0 : 60);
  const [ownHz, setOwnHz] = useState(90);
  const hz = look === -1 ? ownHz : look;
  const { seen, chances, remedies, failed, isBusy } = useReceiver(score, hz, pollUs, host, onSeen);
  const weakest =
    seen?.demands
      .filter(({ chance }) => chance < 1)
      .toSorted((a, b) => a.chance - b.chance)
      .slice(0, 3) ?? [];
  const offers = seen ? offersFor(score, hz, host, seen, remedies) : [];
  const chart: StretchChartProps | null =
    chances && seen
      ? {
          stretches: STRETCHES,
          chances,
          now: seen.all,
          ...(remedies?.stretch !== undefined && remedies.stretch > 1 && { stretch: remedies.stretch }),
        }
      : null;
  return (
    <section className="panel receiver" aria-label="Who receives it?">
      <div className="section-line">
        <h2>
          Who receives it? <Term word="Receiver check" />
        </h2>
        <Segmented
          size="small"
          aria-label="How often the program looks"
          value={look}
          onChange={setLook}
          options={LOOKS.map((value) => ({
            value,
            label:
              value === 0
                ? 'gets every event'
                : value === -1
                  ? 'own'
                  : value === 60
                    ? 'looks 60 times a second'
                    : String(value),
          }))}
        />
        {look === -1 && (
          <InputNumber
            size="small"
            aria-label="Looks a second"
            min={1}
            max={1000}
            precision={0}
            value={ownHz}
            onChange={(value) => setOwnHz(value ?? 1)}
          />
        )}
      </div>
      {cannotPlay !== '' ? (
        <p className="not-kept">Nothing is sent yet: {cannotPlay}</p>
      ) : hz === 0 || score.events.length === 0 ? (
        <p>
          {score.events.length === 0
            ? 'There is nothing to receive yet.'
            : 'A program that gets every event misses nothing. Many that draw pictures look at the keys once a picture instead.'}
        </p>
      ) : (
        <>
          <p aria-live="polite" data-testid="receiver-says">
            <strong>
              {seen
                ? `All arrives in ${percent(seen.all)} of runs.`
                : failed
                  ? 'This could not be worked out.'
                  : 'Looking …'}
            </strong>{' '}
            {weakest.length > 0 && <span className="soft">Weakest: </span>}
            {weakest.map((demand, n) => (
              <button key={n} type="button" className="word" onClick={() => onShow(demand.events)}>
                {sayDemand(demand, host)} {percent(demand.chance)}
              </button>
            ))}
          </p>
          <div className="receiver-chart">{chart && <StretchChart {...chart} />}</div>
          <p className="receiver-remedies">
            {isBusy && <span className="soft">looking for what helps …</span>}
            {!isBusy && seen && seen.all >= SURE && <span className="soft">Nothing has to change.</span>}
            {offers.map(({ says, what, score: changed }) => (
              <button key={what} type="button" className="word" onClick={() => onApply(changed(), what)}>
                {says}
              </button>
            ))}
          </p>
        </>
      )}
    </section>
  );
};
