/** Found on keys that do something with the keyboard itself: one that stops it must not be hit by accident. */
import type { Board } from '../board';
import { allActions, type Layer, type Path, type Placed, type Profile } from '../profile';
import type { Found } from './advice';

/** Where an action in a layer stands, and what its key does; undefined for joint presses. */
function keyOf(profile: Profile, path: Placed['path']): { layer: Layer; isBase: boolean; key: string } | undefined {
  if (path[0] !== 'layers') return undefined;
  const layer = profile.layers[Number(path[1])];
  return layer && { layer, isBase: path[1] === 0, key: String(path[3]) };
}

function bootloaderAdvice(profile: Profile, path: Placed['path']): Found[] {
  const place = keyOf(profile, path);
  if (!place)
    return [
      { path: ['joints'] as Path, layer: '', message: 'Bootloader on a joint press is easily hit while typing.' },
    ];
  const { layer, isBase, key } = place;
  const at = { path: path.slice(0, 5) as Path, layer: layer.id, key };
  if (path.includes('tap'))
    return [
      { ...at, message: 'Bootloader must be held for a second, and a tap is over before that; put it on a hold.' },
    ];
  if (!isBase) return [];
  return [
    {
      ...at,
      message: 'Bootloader on the base layer stops the keyboard when it leans on something; a layer above is safer.',
    },
  ];
}

export function keyboardAdvice(profile: Profile, board: Board): Found[] {
  return allActions(profile).flatMap(({ action, path }): Found[] => {
    if (action.do !== 'device') return [];
    if (action.what === 'bootloader') return bootloaderAdvice(profile, path);
    const place = keyOf(profile, path);
    if (action.what === 'record' || board.device.lamps || !place) return [];
    const { layer, key } = place;
    return [{ path: path.slice(0, 5) as Path, layer: layer.id, key, message: `The ${board.name} has no lamps.` }];
  });
}
