/** Where something is: a character, a key, or an action in a few words, and the shortest chains of presses that lead there. */
import { understand } from '../notation';
import { sameData, type Action } from '../profile';
import type { Sound } from '../check';
import type { Way } from './reach';
import { Ways } from './ways';

const MOST = 3;
/** What costs so much more than the shortest is no way to show. */
const NOT_FAR = 1;

const byCost = (a: Way, b: Way): number => a.cost - b.cost;

/** The chains that do an action, the shortest first. */
function waysOfAction({ reach }: Ways, action: Action, layerOf: (id: string) => number): Way[] {
  if (action.do === 'keys') return (reach.waysTo(action.codes) ?? []).map(({ way }) => way);
  if (action.do === 'layer') {
    const way = reach.layers.get(layerOf(action.layer));
    return way && way.steps.length > 0 ? [way] : [];
  }
  const found = reach.others.filter(({ action: one }) => sameData(one, action)).map(({ way }) => way);
  return found.sort(byCost);
}

/** The shortest chains to what is asked for; none when nothing that is understood can be reached. */
export function whereIs(sound: Pick<Sound, 'profile' | 'board'>, question: string): Way[] {
  const { profile } = sound;
  const asked = question.trim();
  if (asked === '') return [];
  const ways = new Ways(sound);
  const found: Way[] = [];
  if ([...asked].length === 1) {
    // A character is that character: `B` is a capital, and not the key.
    const codes = ways.codesOf(asked);
    const all = codes?.length === 1 ? (ways.reach.waysTo(codes[0] ?? []) ?? []).map(({ way }) => way) : [];
    found.push(...(ways.to(asked) ?? []).slice(0, 1), ...all);
    if (found.length > 0) return near(found);
  }
  const layerOf = (id: string): number => profile.layers.findIndex((layer) => layer.id === id);
  const named = profile.layers.findIndex(({ name }) => name.toLowerCase() === asked.toLowerCase());
  const toLayer = named > 0 ? ways.reach.layers.get(named) : undefined;
  if (toLayer) found.push(toLayer);
  const understood = understand(asked, profile);
  for (const { binding } of understood.ok ? understood.readings.slice(0, 2) : [])
    if (binding.kind === 'act') found.push(...waysOfAction(ways, binding.action, layerOf));
  return near(found);
}

/** Each once, and none that is much farther than the nearest. */
function near(found: readonly Way[]): Way[] {
  const seen = new Set<string>();
  const least = Math.min(...found.map(({ cost }) => cost));
  return found
    .filter(({ cost }) => cost <= least + NOT_FAR)
    .filter(({ steps }) => {
      const name = JSON.stringify(steps);
      return !seen.has(name) && seen.add(name);
    })
    .slice(0, MOST);
}
