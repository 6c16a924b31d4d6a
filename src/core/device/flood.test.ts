/** A host that says without end which of its lamps are lit. */
import { expect, test } from '@jest/globals';
import { mustBeSound } from '../check';
import { HARROW_64 } from '../board';
import { isEdgeLine, isLayerLine, type TraceLine } from '../engine';
import { encodeImage } from '../image';
import { plainProfile } from '../profile';
import { TestBench } from './pretend';

test('what fingers do is done all the same, and lamps are told as often as an eye sees them', async () => {
  const bench = new TestBench();
  const { client } = await bench.connected();
  const plain = plainProfile(HARROW_64, 'flood', 'Flood');
  const lit = { id: 'lit', name: 'Lit', dye: 'madder' as const, keys: {} };
  const profile = {
    ...plain,
    layers: [...plain.layers, lit],
    lampLayers: [{ lamp: 'CapsLock' as const, lit: true, shows: 'lit' }],
    glow: [{ glow: 'layer' as const, layer: 'lit', key: 'KeyA', shows: '#FF0000' }],
  };
  await bench.time.until(client.save(0, encodeImage(mustBeSound(profile))));
  let lamps = 0;
  await bench.time.until(client.watchLamps(() => lamps++));
  const lines: TraceLine[] = [];
  const layerIds = profile.layers.map(({ id }) => id);
  await bench.time.until(client.watch({ keyIds: [], layerIds, jointIds: [] }, (line) => lines.push(line)));
  const before = lamps;
  const { firmware } = bench;
  const keyF = HARROW_64.keys.findIndex(({ id }) => id === 'KeyF');
  const host = bench.plugIn();
  await bench.time.until(host.client.hello());
  const began = bench.nowUs;
  for (let n = 0; n < 3000; n++) {
    if (n === 1000) firmware.finger(bench.nowUs, keyF, HARROW_64.travelUm);
    if (n === 2000) firmware.finger(bench.nowUs, keyF, 0);
    await bench.time.until(host.client.hostLamps(0, n % 2 === 0 ? 2 : 0));
    // Ten in a ms.
    bench.time.nowMs += 0.1;
  }
  const tookMs = (bench.nowUs - began) / 1000;
  expect(lines.filter(isLayerLine).length).toBe(3000);
  expect(lines.filter(isEdgeLine).map(({ edge, code }) => `${edge} ${code}`)).toEqual(['down KeyF', 'up KeyF']);
  // Each telling is at most as many reports as the board needs.
  const reportsEach = Math.ceil(HARROW_64.keys.length / 11);
  expect(lamps - before).toBeLessThanOrEqual((tookMs / 4 + 2) * reportsEach);
});
