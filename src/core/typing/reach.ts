/**
 * Where something is, and how to get there: the shortest chains of presses that lead to every key a host can get, and to every action, by the
 * engine's rules for layers, gestures, keys pressed together and what a key is under modifiers. Found by going from the base outwards: what is held or
 * gone to makes a *place* (which layers are active, which modifiers held); in each place every key has its meanings.
 */
import type { KeyId } from '../board';
import { isModifier, type Code } from '../codes';
import type { Sound } from '../check';
import { answerAmong, isModifiersOnly, type Action, type Binding, type Profile, type UnderModifier } from '../profile';

/**
 * One step of a chain. `held` stays down until the chain has ended; `presses` says how often the key goes down in quick succession; with
 * `isLong` the last of these is held until it is decided.
 */
export type ReachStep = {
  keys: readonly KeyId[];
  presses: number;
  isLong: boolean;
  isHeld: boolean;
  /** The layer in which its meaning stands; null of keys pressed together, which are under no layer. */
  layer: number | null;
};
export type Way = { steps: readonly ReachStep[]; cost: number };

/** What a chain leads to. */
export type Reached = { way: Way; action: Action };

/** How much work a step is, in taps: what is held while others work costs more than a tap, and a second press less than a first. */
const COST = { tap: 1, long: 1.6, again: 0.6, held: 1.3, together: 1.5 } as const;
/** Steps before the last, and places that are looked at: chains that are longer are nothing to show. */
const MOST_STEPS = 3;
const MOST_PLACES = 600;
const MOST_WAYS = 8;
/** How many ways into one place are gone: several keys may hold one modifier. */
const MOST_TIMES = 3;

/** Which layers are active, and which modifiers are held alone. */
type Place = {
  /** Layers, by index: held, flipped, and for the next press alone. */
  whiles: readonly number[];
  flips: readonly number[];
  once: readonly number[];
  go: number;
  held: readonly Code[];
  steps: readonly ReachStep[];
  cost: number;
};

/** A meaning of a key: how it is pressed for it, and whether that uses up a layer that is there for the next press. */
type Meaning = { action: Action; presses: number; isLong: boolean; usesUp: boolean };

/** Ways between layers and modifiers do not use up a layer that is there for the next press. */
const usesUp = (action: Action): boolean =>
  action.do === 'many' ? action.actions.some(usesUp) : action.do !== 'layer' && !isModifiersOnly(action);

function meaningsOf(does: Binding): Meaning[] {
  switch (does.kind) {
    case 'act':
      return [{ action: does.action, presses: 1, isLong: false, usesUp: usesUp(does.action) }];
    case 'gesture':
      return does.steps.flatMap(({ tap, hold }, n) => [
        ...(tap ? [{ action: tap, presses: n + 1, isLong: false, usesUp: true }] : []),
        ...(hold ? [{ action: hold, presses: n + 1, isLong: true, usesUp: true }] : []),
      ]);
    case 'stroke':
    case 'pass':
    case 'none':
      return [];
  }
}

/** The parts that an action begins, as things stand. */
function partsOf(action: Action, held: readonly Code[]): Action[] {
  if (action.do === 'many') return action.actions.flatMap((part) => partsOf(part, held));
  if (action.do !== 'under') return [action];
  const kinds = new Set(held.map((code) => code.replace(/Left|Right/, '')));
  const taken = action.cases.find((one) => one.held.every((name: UnderModifier) => kinds.has(name)));
  const part = taken ? taken.action : action.otherwise;
  return part ? partsOf(part, held) : [];
}

/** The modifiers that are still down for what an action sends. */
function heldFor(action: Action, held: readonly Code[]): readonly Code[] {
  if (action.do !== 'under') return held;
  const kinds = new Set(held.map((code) => code.replace(/Left|Right/, '')));
  const taken = action.cases.find((one) => one.held.every((name) => kinds.has(name)));
  return held.filter((code) => !taken?.held.includes(code.replace(/Left|Right/, '') as UnderModifier));
}

const costOf = ({ presses, isLong, keys, isHeld }: ReachStep): number =>
  (isLong ? COST.long : COST.tap) +
  (presses - 1) * COST.again +
  (keys.length > 1 ? COST.together - COST.tap : 0) +
  (isHeld ? COST.held - COST.tap : 0);

const nameOf = ({ whiles, flips, once, go, held }: Place): string =>
  [whiles, flips, once, [go], held].map((row) => [...row].sort().join(',')).join('|');

/** Layers that come by themselves: joined, and shown by lamps that are dark from the beginning. */
function withJoined(profile: Profile, active: ReadonlySet<number>, go: number): number[] {
  const all = new Set(active);
  const indexOf = (id: string): number => profile.layers.findIndex((layer) => layer.id === id);
  for (const { lit, shows, lamp } of profile.lampLayers) if (lit === (lamp === 'NumLock')) all.add(indexOf(shows));
  for (let before = -1; before !== all.size;) {
    before = all.size;
    for (const { when, also } of profile.joinedLayers)
      if (when.map(indexOf).every((layer) => layer === 0 || layer === go || all.has(layer))) all.add(indexOf(also));
  }
  all.delete(0);
  return [...all].sort((a, b) => b - a);
}

/** Everything that can be reached, in the order of what it costs. */
export class Reach {
  /** By what goes down at the host, as codes in their order: `ShiftLeft+Digit9`. */
  readonly byCodes = new Map<string, Reached[]>();
  /** By what else is done: a text, a macro, a way to a layer. */
  readonly others: Reached[] = [];
  /** The shortest way to each layer, by index; of the base none. */
  readonly layers = new Map<number, Way>();

  constructor({ profile, board }: Pick<Sound, 'profile' | 'board'>) {
    const indexOf = (id: string): number => profile.layers.findIndex((layer) => layer.id === id);
    const places: Place[] = [{ whiles: [], flips: [], once: [], go: 0, held: [], steps: [], cost: 0 }];
    const seen = new Map<string, number>();
    for (let looked = 0; places.length > 0 && looked < MOST_PLACES; looked++) {
      places.sort((a, b) => b.cost - a.cost);
      const place = places.pop() as Place;
      const name = nameOf(place);
      const times = seen.get(name) ?? 0;
      if (times >= MOST_TIMES) continue;
      seen.set(name, times + 1);
      const active = withJoined(profile, new Set([...place.whiles, ...place.flips, ...place.once]), place.go);
      const order = [...active, ...(place.go > 0 ? [place.go] : []), 0];
      for (const layer of order)
        if (!this.layers.has(layer)) this.layers.set(layer, { steps: place.steps, cost: place.cost });
      const taken = new Set(place.steps.flatMap(({ keys, isHeld }) => (isHeld ? keys : [])));
      const offer = (keys: readonly KeyId[], layer: number | null, meaning: Meaning): void => {
        const { action, presses, isLong } = meaning;
        const step: ReachStep = { keys, presses, isLong, isHeld: false, layer };
        const way: Way = { steps: [...place.steps, step], cost: place.cost + costOf(step) };
        this.note({ way, action }, place.held);
        if (place.steps.length < MOST_STEPS) places.push(...this.beyond(place, step, meaning, indexOf));
      };
      for (const key of board.keys) {
        if (taken.has(key.id) || key.contact) continue;
        const answer = answerAmong(profile, order, key.id);
        for (const meaning of answer ? meaningsOf(answer.assignment.does) : [])
          offer([key.id], answer?.layerIndex ?? 0, meaning);
      }
      for (const { keys, action } of profile.joints)
        if (!keys.some((key) => taken.has(key)))
          offer(keys, null, { action, presses: 1, isLong: false, usesUp: false });
    }
  }

  /** The chains that send these codes, the shortest first; undefined when none does. */
  waysTo(codes: readonly Code[]): readonly Reached[] | undefined {
    return this.byCodes.get(codes.join('+'));
  }

  private note(reached: Reached, held: readonly Code[]): void {
    const { action } = reached;
    for (const part of partsOf(action, held)) {
      if (part.do !== 'keys') {
        this.others.push({ ...reached, action: part });
        continue;
      }
      const sent = [...heldFor(action, held), ...part.codes.filter((code) => !held.includes(code))].join('+');
      const known = this.byCodes.get(sent) ?? [];
      if (known.length < MOST_WAYS) known.push(reached);
      known.sort((a, b) => a.way.cost - b.way.cost);
      this.byCodes.set(sent, known);
    }
  }

  /** Where a press leads: layers that it shows, modifiers that it holds. */
  private beyond(place: Place, step: ReachStep, meaning: Meaning, indexOf: (id: string) => number): Place[] {
    const found: Place[] = [];
    const once = meaning.usesUp ? [] : place.once;
    const go = (to: Partial<Place>, isHeld: boolean): void => {
      const next = { ...step, isHeld };
      found.push({ ...place, once, ...to, steps: [...place.steps, next], cost: place.cost + costOf(next) });
    };
    for (const part of partsOf(meaning.action, place.held)) {
      if (part.do === 'layer') {
        const layer = indexOf(part.layer);
        if (layer < 0) continue;
        if (part.how === 'go') go({ flips: [], go: layer }, false);
        else if (part.how === 'while') {
          if (!place.whiles.includes(layer)) go({ whiles: [...place.whiles, layer] }, true);
        } else if (part.how === 'once') {
          if (!once.includes(layer)) go({ once: [...once, layer] }, false);
        } else if (place.flips.includes(layer)) go({ flips: place.flips.filter((one) => one !== layer) }, false);
        else go({ flips: [...place.flips, layer] }, false);
      } else if (part.do === 'once') {
        const more = part.codes.filter((code) => !place.held.includes(code));
        if (more.length > 0) go({ held: [...place.held, ...more] }, false);
      } else if (part.do === 'keys' && part.codes.every(isModifier)) {
        const more = part.codes.filter((code) => !place.held.includes(code));
        if (more.length > 0) go({ held: [...place.held, ...more] }, true);
      }
    }
    return found;
  }
}
