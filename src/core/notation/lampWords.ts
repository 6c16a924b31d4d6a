/** Which lamps of the host show a layer, in words. */
import { lampTitle } from '../codes';
import type { Profile } from '../profile';

/** While what a layer is shown besides: `Num Lock is lit`; nothing when no lamp shows it. */
export const lampWords = ({ lampLayers }: Pick<Profile, 'lampLayers'>, layerId: string): string[] =>
  lampLayers
    .filter(({ shows }) => shows === layerId)
    .map(({ lamp, lit }) => `${lampTitle(lamp)} is ${lit ? 'lit' : 'dark'}`);
