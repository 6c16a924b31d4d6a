/** What can be done to a score, in three groups: its times, its presses, the whole of it. Each says what it does before it is done. */
import { operations as op, pressesOf, type Places, type TooMuch } from '../../core/macro';
import { LIMITS, type Score } from '../../core/profile';

export type Field = {
  label: string;
  unit: string;
  usual: number;
  least: number;
  most: number;
  step?: number;
  isWhole?: boolean;
};

/** @param places what is selected; the whole part when undefined */
type Apply = (score: Score, figures: readonly number[], places: Places | undefined, pollUs: number) => Score | TooMuch;

export type Operation = {
  name: string;
  about: string;
  fields: readonly Field[];
  /** Why it has nothing to do here; empty when it has. */
  idle: (score: Score) => string;
  apply: Apply;
};

export type OperationGroup = { name: string; about: string; operations: readonly Operation[] };

const ms = (label: string, usual: number, least = 0): Field => ({
  label,
  unit: 'ms',
  usual,
  least,
  most: LIMITS.holdForMs.most,
});

const needs =
  (least: number) =>
  ({ events }: Score): string =>
    events.length >= least ? '' : least > 1 ? 'There is one event only.' : 'There is nothing yet.';

const TIME: readonly Operation[] = [
  {
    name: 'Set all gaps',
    about: 'Every wait between two events becomes the same.',
    fields: [ms('every gap', 20)],
    idle: needs(1),
    apply: (score, [gap = 0], places) => op.setGaps(score, gap * 1000, places),
  },
  {
    name: 'Take out the gaps',
    about: 'As fast as the keyboard can send it.',
    fields: [],
    idle: needs(2),
    apply: (score, _figures, places, pollUs) => op.removeGaps(score, pollUs, places),
  },
  {
    name: 'Cap long gaps',
    about: 'Waits longer than this are cut to it; shorter ones stay.',
    fields: [ms('no gap longer than', 200)],
    idle: needs(1),
    apply: (score, [most = 0], places) => op.capGaps(score, most * 1000, places),
  },
  {
    name: 'Stretch or squeeze',
    about: 'All times are multiplied: over 1 is slower, under 1 faster.',
    fields: [{ label: 'time times', unit: '', usual: 1.5, least: 0.05, most: 50, step: 0.05 }],
    idle: needs(1),
    apply: (score, [factor = 1], places) => op.scale(score, factor, places),
  },
  {
    name: 'Put on a grid',
    about: 'Each event goes to the nearest step of an even count.',
    fields: [ms('every', 10, 1)],
    idle: needs(1),
    apply: (score, [step = 1], places) => op.quantise(score, step * 1000, places),
  },
  {
    name: 'Insert time',
    about: 'A wait at one place; a negative one takes time out.',
    fields: [ms('at', 0), { ...ms('time', 100), least: -600_000 }],
    idle: needs(1),
    apply: (score, [at = 0, time = 0]) => op.insertGap(score, at * 1000, time * 1000),
  },
];

const PRESSES: readonly Operation[] = [
  {
    name: 'Lengthen short presses',
    about: 'So that a slow program sees each of them.',
    fields: [ms('no press shorter than', 40)],
    idle: needs(1),
    apply: (score, [least = 0], places) => op.shortestPress(score, least * 1000, places),
  },
  {
    name: 'Let go at the end',
    about: 'Keys that are still down then get their release.',
    fields: [],
    idle: (score) => (pressesOf(score).presses.some(({ upUs }) => upUs === null) ? '' : 'No key is left down.'),
    apply: (score) => op.closeOpen(score),
  },
  {
    name: 'Presses only',
    about: 'The releases go, and the wait behind the last press.',
    fields: [],
    idle: needs(1),
    apply: (score, _figures, places) => op.keepEdges(score, 'down', places),
  },
  {
    name: 'Releases only',
    about: 'The presses go, and the wait before the first release.',
    fields: [],
    idle: needs(1),
    apply: (score, _figures, places) => op.keepEdges(score, 'up', places),
  },
];

const WHOLE: readonly Operation[] = [
  {
    name: 'Repeat a part',
    about: 'What is selected, or everything, several times in a row.',
    fields: [
      { label: 'times in all', unit: '', usual: 3, least: 2, most: 1000, isWhole: true },
      ms('between them', 50),
    ],
    idle: needs(1),
    apply: (score, [times = 2, gap = 0], places) => op.repeatPart(score, times, gap * 1000, places),
  },
  {
    name: 'Trim both ends',
    about: 'The wait before the first event and behind the last goes.',
    fields: [],
    idle: needs(1),
    apply: (score) => op.trim(score),
  },
];

export const OPERATION_GROUPS: readonly OperationGroup[] = [
  { name: 'Time', about: 'gaps, pace, grid', operations: TIME },
  { name: 'Presses', about: 'lengths, edges, keys', operations: PRESSES },
  { name: 'Whole', about: 'repeat, join, trim', operations: WHOLE },
];
