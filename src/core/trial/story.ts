/**
 * The story of something on the lanes: a press, a decision, a layer, or what reached the host. It goes from the finger that
 * caused it, through what was undecided and whose event decided it, to what came of it. Times are absolute, in µs.
 */
import { titleOfCode } from '../codes';
import { timingOf, type Profile } from '../profile';
import type { Bar, DecisionBar, HostBar, Lanes, LayerBar } from './lanes';
import { layerGained, layerLost, reasonOf, underTaken } from './reasons';

/** One moment of a story. */
export type Moment = { tUs: number; what: string; more: string };

/** A bar of a lane, with the lane it stands in. */
export type Chosen =
  | { lane: 'fingers'; bar: Bar }
  | { lane: 'decisions'; bar: DecisionBar }
  | { lane: 'layers'; bar: LayerBar }
  | { lane: 'host'; bar: HostBar };

/** Bars that belong together: the presses, what was undecided about them, and what came of them. */
type Related = { fingers: Bar[]; decisions: DecisionBar[]; layers: LayerBar[]; host: HostBar[] };

const within = (tUs: number, { fromUs, toUs }: Bar): boolean => tUs >= fromUs && (toUs === null || tUs <= toUs);

/** The keys a source consists of: a key itself, or the keys of a joint press. */
const keysOf = (from: string, profile: Profile): readonly string[] =>
  profile.joints.find(({ id }) => `joint:${id}` === from)?.keys ?? [from];

/** Everything that belongs to a bar, itself included: from its finger forward to the host, and the other way round. */
export function relatedTo({ lane, bar }: Chosen, lanes: Lanes, profile: Profile): Related {
  const decisions =
    lane === 'decisions'
      ? [bar]
      : lane === 'fingers'
        ? lanes.decisions.filter((open) => open.name === bar.name && within(bar.fromUs, open))
        : lanes.decisions.filter((open) => open.name === bar.origin?.from && within(bar.origin.pressedUs, open));
  const presses = (finger: Bar, { origin }: HostBar | LayerBar): boolean =>
    origin !== undefined &&
    keysOf(origin.from, profile).includes(finger.name) &&
    (origin.from === finger.name ? finger.fromUs === origin.pressedUs : within(origin.pressedUs, finger));
  const ofDecision = ({ name, fromUs, toUs }: DecisionBar, { origin }: HostBar | LayerBar): boolean =>
    origin?.from === name && origin.pressedUs >= fromUs && (toUs === null || origin.pressedUs <= toUs);
  const fingers =
    lane === 'fingers'
      ? [bar]
      : lanes.fingers.filter(
          (finger) =>
            decisions.some(
              ({ name, fromUs, toUs }) => name === finger.name && within(finger.fromUs, { name, fromUs, toUs }),
            ) ||
            (lane !== 'decisions' && presses(finger, bar)),
        );
  const comesOf = (result: HostBar | LayerBar): boolean =>
    fingers.some((finger) => presses(finger, result)) || decisions.some((decision) => ofDecision(decision, result));
  return { fingers, decisions, layers: lanes.layers.filter(comesOf), host: lanes.host.filter(comesOf) };
}

/** What tells a story: what keys are called in a sentence, and which profile was played. */
class Teller {
  constructor(
    private readonly lanes: Lanes,
    private readonly profile: Profile,
    private readonly nameOf: (key: string) => string,
  ) {}

  who(from: string): string {
    return keysOf(from, this.profile).map(this.nameOf).join(' and ');
  }

  layerName(id: string): string {
    return this.profile.layers.find((layer) => layer.id === id)?.name ?? id;
  }

  decided(bar: DecisionBar): Moment[] {
    if (!bar.why || bar.toUs === null) return [];
    const does = this.profile.layers.find(({ id }) => id === bar.layer)?.keys[bar.name]?.does;
    const timing = does ? timingOf(this.profile, does) : this.profile.timing;
    const other = bar.by !== undefined && bar.by !== bar.name ? this.who(bar.by) : undefined;
    return [
      {
        tUs: bar.toUs,
        what: `${this.nameOf(bar.name)} is decided: ${bar.outcome}${bar.step > 1 ? ` of press ${bar.step}` : ''}`,
        more: reasonOf(bar.why, timing, other),
      },
    ];
  }

  /** Which case each press took that is something else under modifiers: once, with the first that came of it. */
  under(bars: readonly (HostBar | LayerBar)[]): Moment[] {
    const firsts = bars.filter(
      ({ origin }, index) => origin?.under && bars.findIndex((other) => other.origin === origin) === index,
    );
    return firsts.flatMap(({ origin, fromUs }) =>
      origin?.under ? [{ tUs: fromUs, ...underTaken(origin.under) }] : [],
    );
  }

  reached({ name, fromUs, origin }: HostBar): Moment {
    const isJoint = origin?.from.startsWith('joint:') ?? false;
    const answered = this.profile.layers.find(({ id }) => id === origin?.layer);
    const isPlan = !isJoint && answered?.keys[origin?.from ?? '']?.does.kind === 'stroke';
    return {
      tUs: fromUs,
      what: `${titleOfCode(name)} goes down at the host`,
      more: !origin
        ? ''
        : isJoint
          ? 'as the joint press says'
          : `${isPlan ? 'the stroke plan on ' : ''}${this.layerName(origin.layer)} answered`,
    };
  }

  gained({ name, fromUs, way, origin }: LayerBar): Moment {
    return {
      tUs: fromUs,
      what: `${this.layerName(name)} begins`,
      more: layerGained(way, origin && this.who(origin.from)),
    };
  }

  lost({ name, toUs, way, origin }: LayerBar): Moment[] {
    if (toUs === null) return [];
    return [{ tUs: toUs, what: `${this.layerName(name)} ends`, more: layerLost(way, origin && this.who(origin.from)) }];
  }

  /** From the press to this: of a usage, or of a layer. */
  cause({ fromUs, origin }: HostBar | LayerBar): Moment[] {
    if (!origin) return [];
    const decision = this.lanes.decisions.findLast((open) => open.name === origin.from && open.toUs === fromUs);
    // Another key's decision at this very moment is what this press waited for.
    const waitedFor = this.lanes.decisions.findLast(
      ({ name, fromUs: sinceUs, toUs }) =>
        name !== origin.from &&
        toUs !== null &&
        sinceUs <= origin.pressedUs &&
        toUs <= fromUs &&
        toUs > origin.pressedUs,
    );
    const isJoint = origin.from.startsWith('joint:');
    return [
      {
        tUs: decision?.fromUs ?? origin.pressedUs,
        what: `${this.who(origin.from)} ${isJoint ? 'are together' : 'goes down'}`,
        more: decision
          ? 'it could be several things: undecided'
          : waitedFor
            ? `it waits: ${this.nameOf(waitedFor.name)} is undecided`
            : '',
      },
      ...[waitedFor, decision].flatMap((bar) => (bar ? this.decided(bar) : [])),
      ...(origin.under ? [{ tUs: fromUs, ...underTaken(origin.under) }] : []),
    ];
  }
}

/**
 * Why something is as it is on the lanes, moment by moment.
 * @param nameOf what a key is called in a sentence
 */
export function storyOf(chosen: Chosen, lanes: Lanes, profile: Profile, nameOf: (key: string) => string): Moment[] {
  const teller = new Teller(lanes, profile, nameOf);
  if (chosen.lane === 'host') return [...teller.cause(chosen.bar), teller.reached(chosen.bar)];
  if (chosen.lane === 'layers')
    return [...teller.cause(chosen.bar), teller.gained(chosen.bar), ...teller.lost(chosen.bar)];
  const { fingers, decisions, layers, host } = relatedTo(chosen, lanes, profile);
  const moments = [
    ...fingers.flatMap(({ name, fromUs, toUs }): Moment[] => [
      { tUs: fromUs, what: `${nameOf(name)} goes down`, more: '' },
      ...(toUs === null ? [] : [{ tUs: toUs, what: `${nameOf(name)} comes up`, more: '' }]),
    ]),
    ...decisions.flatMap((bar) => teller.decided(bar)),
    ...teller.under([...layers, ...host]),
    ...layers.map((bar) => teller.gained(bar)),
    ...host.map((bar) => teller.reached(bar)),
  ];
  return moments.sort((a, b) => a.tUs - b.tUs);
}
