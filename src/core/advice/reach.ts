/**
 * Bindings that no finger can ever reach: a layer above always answers first, or the key is what holds the layer. Only what
 * is certain is told: a layer counts as always there when no other way leads to the one below it.
 */
import type { Board, KeyId } from '../board';
import { isAdded, waysTo, type Layer, type LayerId, type Profile } from '../profile';
import { foreign } from '../reading';
import type { Found } from './advice';

/** How a profile's layers become active, as far as it matters here. */
class Ways {
  constructor(private readonly profile: Profile) {}

  isEverGoneTo(layer: LayerId): boolean {
    return waysTo(this.profile, layer).some(({ how }) => how === 'go');
  }

  /** The layers that are active whenever this one is: those of the only joined layers that add it. */
  company(layer: LayerId): LayerId[] {
    if (waysTo(this.profile, layer).length > 0 || this.profile.lampLayers.some(({ shows }) => shows === layer))
      return [];
    const joined = this.profile.joinedLayers.filter(({ also }) => also === layer);
    const [only] = joined;
    return joined.length === 1 && only ? only.when : [];
  }

  /** The one key that has to be down all the time while this layer is active; undefined when there are other ways. */
  onlyHolder(layer: LayerId): KeyId | undefined {
    // A key of the layer itself leads nowhere new: what has no other way is never shown, and nothing holds it.
    const ways = waysTo(this.profile, layer).filter(({ site }) => !(site.in === 'key' && site.layer === layer));
    if (ways.length === 0) return undefined;
    const holders = ways.flatMap(({ how, site }) =>
      how === 'while' && site.in === 'key' && site.by !== 'tap' ? [site.key] : [],
    );
    const isOnly = holders.length === ways.length && holders.every((key) => key === holders[0]);
    return isOnly && !isAdded(this.profile, layer) ? holders[0] : undefined;
  }
}

/** What hides bindings of one layer for good: the key that holds it, and the layers that are always shown above it. */
type Hiding = { holder: KeyId | undefined; above: Layer[] };

function hidingOf(profile: Profile, ways: Ways, layer: Layer): Hiding {
  const index = profile.layers.indexOf(layer);
  const above = ways
    .company(layer.id)
    .map((id) => profile.layers.findIndex((other) => other.id === id))
    .filter((other) => other > index && !ways.isEverGoneTo(profile.layers[other]?.id ?? ''))
    .flatMap((other) => profile.layers[other] ?? []);
  return { holder: ways.onlyHolder(layer.id), above };
}

/** What hides a key's binding, as the end of a sentence. */
function hiddenBy({ holder, above }: Hiding, layer: Layer, key: KeyId): string | undefined {
  if (holder === key) return `this key is down all the time that ${foreign(layer.name)} is shown`;
  const first = above.find((other) => (other.keys[key]?.does.kind ?? 'pass') !== 'pass');
  return first && `${foreign(first.name)} is always shown above ${foreign(layer.name)}, and answers first`;
}

/** Bindings that can never be reached, in the order of layers and keys. */
export function reachAdvice(profile: Profile, board: Board): Found[] {
  const ways = new Ways(profile);
  return profile.layers.slice(1).flatMap((layer, n) => {
    const hiding = hidingOf(profile, ways, layer);
    if (hiding.holder === undefined && hiding.above.length === 0) return [];
    return board.keys.flatMap(({ id: key }): Found[] => {
      const kind = layer.keys[key]?.does.kind ?? 'pass';
      // Saying that the holding key does nothing is a habit, not a mistake.
      if (kind === 'pass' || kind === 'none') return [];
      const why = hiddenBy(hiding, layer, key);
      if (why === undefined) return [];
      return [
        {
          path: ['layers', n + 1, 'keys', key, 'does'],
          layer: layer.id,
          key,
          message: `What it does here can never be reached: ${why}.`,
          fix: { edit: 'assign', layer: layer.id, key, to: null },
          fixName: 'Make it a pass',
        },
      ];
    });
  });
}
