/** What comes in, one moment at a time: what a finger did, or what the host said of a lamp. */
import { HOST_LAMPS, type HostLamp } from '../codes';

/**
 * What one finger did at one moment: the depth of one key, in µm, at a time in µs. Or, where the key is `lamp:` and one of `HOST_LAMPS`, what
 * the host said: 1 lit, 0 dark.
 */
export type Sample = { tUs: number; key: string; depthUm: number };

const LAMP = 'lamp:';

export const sampleOfLamp = (tUs: number, lamp: HostLamp, lit: boolean): Sample => ({
  tUs,
  key: LAMP + lamp,
  depthUm: lit ? 1 : 0,
});

/** Whether a sample is about a lamp, and none of a finger. */
export const isOfLamp = ({ key }: Pick<Sample, 'key'>): boolean => key.startsWith(LAMP);

/** The lamp that a sample is about; undefined for one of a finger. */
export const lampOf = ({ key }: Pick<Sample, 'key'>): HostLamp | undefined => HOST_LAMPS[lampOfSample(key)];

/** The place in `HOST_LAMPS` of the lamp that a sample's key names; -1 for a key of the board. */
export const lampOfSample = (key: string): number =>
  key.startsWith(LAMP) ? (HOST_LAMPS as readonly string[]).indexOf(key.slice(LAMP.length)) : -1;
