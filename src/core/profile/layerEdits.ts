/** Edits to whole layers that have to look around: how one is taken out without leaving holes, and how one is copied. */
import { shortened } from '../reading';
import type { Edit } from './edits';
import { LIMITS } from './limits';
import { DYES, type Layer, type LayerId, type Profile } from './schema';
import { withoutReferences } from './without';

/** Takes a layer out with everything that leads to it: keys lose that meaning, and pass when it was their only one. */
export const takeOutLayer = (profile: Profile, id: LayerId): Edit => ({
  edit: 'several',
  edits: [...withoutReferences(profile, 'layer', id), { edit: 'removeLayer', layer: id }],
});

/** A copy of a layer right above it. */
export function duplicateLayer(profile: Profile, id: LayerId, newId: LayerId, dye: Layer['dye']): Edit {
  const at = profile.layers.findIndex((layer) => layer.id === id);
  const layer = profile.layers[at];
  const name = shortened(`${layer?.name ?? 'Layer'} copy`, LIMITS.nameLength);
  return { edit: 'insertLayer', at: at + 1, layer: { id: newId, name, dye, keys: layer?.keys ?? {} } };
}

/** A new layer without keys, in a dye that no other has while there is one. */
export const newLayer = ({ layers }: Profile, id: string, name: string): Layer => ({
  id,
  name,
  dye: DYES.find((dye) => !layers.some((layer) => layer.dye === dye)) ?? 'iron',
  keys: {},
});
