/** What a walk says at a step, and what a step is called: of one that is made from the profile, and of one that its author wrote. */
import type { Board } from '../../core/board';
import { macroSentences, sayCount } from '../../core/macro';
import { sentencesOf } from '../../core/notation';
import { goneFrom, LIMITS, timingOf, waysTo, type Profile, type WrittenStep } from '../../core/profile';
import { shortened } from '../../core/reading';
import type { WalkStep, Way } from '../../core/typing';
import { keyLegend } from '../shared/keyNames';
import { waySentence } from '../shared/wayWords';

/** A step as it is shown: what it is called, what is said, the layer by its place, the keys, the way there, and what is gone since it was written. */
export type ShownStep = {
  title: string;
  says: readonly string[];
  layer: number;
  keys: readonly string[];
  isLayer: boolean;
  way?: Way;
  gone?: string;
};

type Of = { profile: Profile; board: Board };

const TITLE_LENGTH = 80;

/** What a step is called in the list. */
export function titleOf({ about, layer, keys, of }: WalkStep, { profile, board }: Of): string {
  switch (about) {
    case 'base':
      return 'Where everything begins';
    case 'layer':
      return profile.layers[layer]?.name ?? '';
    case 'crowded':
      return `${keyLegend(board, profile, keys[0] ?? '')}: many meanings`;
    case 'joint':
      return `${keys.map((key) => keyLegend(board, profile, key)).join(' + ')} together`;
    case 'macro':
      return profile.macros.find(({ id }) => id === of)?.name ?? '';
    case 'careful':
      return `With care on ${profile.layers[layer]?.name}`;
  }
}

const bindingSentences = (profile: Profile, layer: number, key: string): string[] => {
  const does = profile.layers[layer]?.keys[key]?.does;
  return does ? sentencesOf(does, timingOf(profile, does), profile) : [];
};

/** How a layer is left that was come to so. */
function howItEnds(step: WalkStep, { profile, board }: Of): string {
  const key = step.way?.steps.at(-1)?.keys[0];
  const layer = profile.layers[step.layer];
  const how = layer && waysTo(profile, layer.id).find(({ site }) => site.in === 'key' && site.key === key)?.how;
  const back = step.back?.map((id) => keyLegend(board, profile, id)).join(' or ');
  switch (how) {
    case 'while':
      return 'It is gone when that key comes up.';
    case 'once':
      return 'It is there for the next key, and gone then.';
    case 'flip':
      return 'The same key turns it off again.';
    case 'go':
      return back ? `${back} leads back.` : '';
    default:
      return '';
  }
}

/** What is said at a step. */
export function sentencesAt(step: WalkStep, bench: Of): string[] {
  const { profile, board } = bench;
  const layer = profile.layers[step.layer];
  const legend = (key: string): string => keyLegend(board, profile, key);
  switch (step.about) {
    case 'base': {
      const others = profile.layers.slice(1).map(({ name }) => name);
      return [
        `${profile.name} is for the ${board.name}. Its base, ${layer?.name}, is always there.`,
        others.length === 0
          ? 'There is no other layer.'
          : `Over it ${others.length === 1 ? 'lies' : 'lie'} ${others.join(', ')}; each is shown by keys of its own.`,
        ...(profile.macros.length > 0 ? [`It plays ${sayCount(profile.macros.length, 'macro')}.`] : []),
      ];
    }
    case 'layer': {
      const notes = step.keys.flatMap((key) => {
        const note = layer?.keys[key]?.note;
        return note ? [`${legend(key)}: ${note}`] : [];
      });
      return [
        step.way ? `To get here, ${waySentence(step.way, board, profile)}.` : 'No key leads here.',
        howItEnds(step, bench),
        `It has ${sayCount(step.keys.length, 'key')} of its own; all others are what they are below.`,
        ...notes.slice(0, 4),
      ].filter((line) => line !== '');
    }
    case 'crowded':
      return bindingSentences(profile, step.layer, step.keys[0] ?? '');
    case 'joint': {
      const joint = profile.joints.find(({ id }) => id === step.of);
      return joint
        ? [
            `Pressed within ${joint.withinMs} ms of each other, these keys do a thing of their own.`,
            ...sentencesOf({ kind: 'act', action: joint.action }, profile.timing, profile),
          ]
        : [];
    }
    case 'macro': {
      const macro = profile.macros.find(({ id }) => id === step.of);
      return [`${step.keys.map(legend).join(' or ')} plays it.`, ...(macro ? macroSentences(macro) : [])];
    }
    case 'careful':
      return step.keys.flatMap((key) =>
        bindingSentences(profile, step.layer, key).map((line) => `${legend(key)}: ${line}`),
      );
  }
}

/** A step that was made from the profile, shown. */
export const shownMade = (step: WalkStep, bench: Of): ShownStep => ({
  title: titleOf(step, bench),
  says: sentencesAt(step, bench),
  layer: step.layer,
  keys: step.keys,
  isLayer: step.about === 'layer',
  ...(step.way && { way: step.way }),
});

/** The first sentence of a step's words, as its title. */
function firstWords(says: string): string {
  const [first = ''] = says.trim().split(/\n|(?<=[.!?])\s|(?<=.{12}[:;])\s/);
  return shortened(first.replace(/[.;:]$/, ''), TITLE_LENGTH);
}

function saidGone(step: WrittenStep, { profile, board }: Of): string | undefined {
  const { layer, keys } = goneFrom(step, profile, board);
  const parts = [
    ...(layer === undefined ? [] : [`the layer ${layer}`]),
    ...(keys.length === 0 ? [] : [`the key${keys.length > 1 ? 's' : ''} ${keys.join(', ')}`]),
  ];
  return parts.length === 0
    ? undefined
    : `This step was written about ${parts.join(' and ')}, which ${(layer === undefined ? 0 : 1) + keys.length > 1 ? 'are' : 'is'} not there any more.`;
}

/** A step that the author wrote, shown. @param made what is known of the profile, for the ways to its layers */
export function shownWritten(step: WrittenStep, made: readonly WalkStep[], bench: Of): ShownStep {
  const { profile, board } = bench;
  const layer = Math.max(
    0,
    profile.layers.findIndex(({ id }) => id === step.layer),
  );
  const way = layer > 0 ? made.find((one) => one.about === 'layer' && one.layer === layer)?.way : undefined;
  const gone = saidGone(step, bench);
  return {
    title: firstWords(step.says),
    says: [...step.says.split('\n'), ...(way ? [`To get here, ${waySentence(way, board, profile)}.`] : [])],
    layer,
    keys: step.keys.filter((key) => board.keys.some(({ id }) => id === key)),
    isLayer: layer > 0,
    ...(way && { way }),
    ...(gone !== undefined && { gone }),
  };
}

/** Steps to begin one's own walk with: those that were made, as far as they are worth writing down. */
export const writtenFrom = (made: readonly WalkStep[], bench: Of): WrittenStep[] =>
  made.slice(0, LIMITS.walkSteps).map((step) => {
    // How a layer is come to is said beside every step on it.
    const [first = ''] =
      step.about === 'layer' ? [`${sayCount(step.keys.length, 'key')} of its own.`] : sentencesAt(step, bench);
    const layer = bench.profile.layers[step.layer];
    return {
      says: shortened(step.about === 'base' ? first : `${titleOf(step, bench)}: ${first}`, LIMITS.noteLength),
      ...(layer && { layer: layer.id }),
      keys: step.about === 'layer' ? [] : step.keys.slice(0, LIMITS.walkKeys),
    };
  });
