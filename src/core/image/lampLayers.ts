/**
 * The layers of the host's lamps, in an image: a section of its own, which is there when there are any. A reader that does not know it
 * refuses the image by name, since without them keys would do other things.
 */
import { HOST_LAMPS } from '../codes';
import { LIMITS, type Profile } from '../profile';
import { badImage, ByteWriter, type ByteReader } from './bytes';

const LIT = 0x80;

/** A count, and for each the lamp (its place, with the highest bit when it is lit) and the number of the layer. */
export function writeLamps({ lampLayers, layers }: Profile): Uint8Array {
  const out = new ByteWriter().count(lampLayers.length);
  for (const { lamp, lit, shows } of lampLayers)
    out.u8(HOST_LAMPS.indexOf(lamp) | (lit ? LIT : 0)).count(layers.findIndex(({ id }) => id === shows));
  return out.toBytes();
}

/** @throws Unreadable */
export function readLamps(reader: ByteReader, layers: readonly { id: string }[]): Profile['lampLayers'] {
  const count = reader.count();
  if (count > LIMITS.lampLayers)
    throw badImage(reader.offset, `${count} layers of lamps; there are ${LIMITS.lampLayers} at most`);
  return Array.from({ length: count }, () => {
    const at = reader.offset;
    const byte = reader.u8();
    const lamp = HOST_LAMPS[byte & ~LIT];
    if (!lamp) throw badImage(at, `lamp number ${byte & ~LIT}, where there are ${HOST_LAMPS.length}`);
    const number = reader.count();
    const layer = layers[number];
    if (!layer) throw badImage(at, `layer number ${number}, where there are ${layers.length}`);
    return { lamp, lit: (byte & LIT) !== 0, shows: layer.id };
  });
}
