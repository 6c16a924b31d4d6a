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
  if ([...asked].length === 1) found.push(...(ways.to(asked) ?? []).slice(0, 1));
  const layerOf = (id: string): number => profile.layers.findIndex((layer) => layer.id === id);
  const named = profile.layers.findIndex(({ name }) => name.toLowerCase() === asked.toLowerCase());
  const toLayer = named > 0 ? ways.reach.layers.get(named) : undefined;
  if (toLayer) found.push(toLayer);
  const understood = understand(asked, profile);
  for (const { binding } of understood.ok ? understood.readings.slice(0, 2) : [])
    if (binding.kind === 'act') found.push(...waysOfAction(ways, binding.action, layerOf));
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
