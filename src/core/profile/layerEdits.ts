/** Edits to whole layers that have to look around: how one is taken out without leaving holes, and how one is copied. */
import type { KeyId } from '../board';
import { sameData, shortened } from '../reading';
import { together, type Edit } from './edits';
import { applyEdit } from './gate';
import { bindKeys, putOnStep } from './keyEdits';
import { LIMITS } from './limits';
import { DYES, type Action, type Binding, type Layer, type LayerId, type Profile } from './schema';
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

/** How a key leads to a layer: as long as it is held, on and off with each press, or to it and back. */
export type LeadsBy = 'while' | 'flip' | 'go';

/**
 * A new layer on top, together with the key that leads to it and back: one step.
 * @param on the layer on which the key leads there
 */
export function addLayerWithWay(profile: Profile, layer: Layer, on: LayerId, key: KeyId, how: LeadsBy): Edit {
  const insert: Edit = { edit: 'insertLayer', at: profile.layers.length, layer };
  const lead: Action = { do: 'layer', how, layer: layer.id };
  const does = profile.layers.find(({ id }) => id === on)?.keys[key]?.does.kind ?? 'pass';
  // A key that does something keeps it as its tap, where only holding leads up.
  const isFree = does === 'pass' || does === 'none' || does === 'stroke';
  const way =
    how === 'while' && !isFree
      ? putOnStep(profile, on, key, 0, 'hold', lead)
      : bindKeys(profile, on, [key], { kind: 'act', action: lead });
  if (how !== 'go') return together([insert, way]);
  const back: Action = { do: 'layer', how: 'go', layer: profile.layers[0]?.id ?? on };
  return together([insert, way, { edit: 'assign', layer: layer.id, key, to: { does: { kind: 'act', action: back } } }]);
}

/** What becomes of what a key does, when an edit is made: all of it stays, only what it does when tapped, or nothing. */
export type Staying = 'all' | 'taps' | 'nothing';

/** Told from the edit itself: nobody is promised what it does not do. @returns undefined when the key did nothing, or the edit cannot be made */
export function whatStays(profile: Profile, edit: Edit, layer: LayerId, key: KeyId): Staying | undefined {
  const made = applyEdit(profile, edit);
  const partsOn = (of: Profile): Parts => partsOf(of.layers.find(({ id }) => id === layer)?.keys[key]?.does);
  const before = partsOn(profile);
  if (!made.ok || before.length === 0) return undefined;
  const after = partsOn(made.profile);
  const stays = (parts: Parts): boolean => parts.every((part) => after.some((one) => sameData(one, part)));
  if (stays(before)) return 'all';
  const taps = before.filter(({ what }) => what === 'tap');
  return taps.length > 0 && stays(taps) ? 'taps' : 'nothing';
}

type Parts = readonly { step: number; what: 'tap' | 'hold' | 'plan'; does: unknown }[];

function partsOf(does: Binding | undefined): Parts {
  if (!does || does.kind === 'pass' || does.kind === 'none') return [];
  if (does.kind === 'act') return [{ step: 0, what: 'tap', does: does.action }];
  if (does.kind === 'stroke') return [{ step: 0, what: 'plan', does }];
  return does.steps.flatMap(({ tap, hold }, step) => [
    ...(tap ? [{ step, what: 'tap' as const, does: tap }] : []),
    ...(hold ? [{ step, what: 'hold' as const, does: hold }] : []),
  ]);
}
