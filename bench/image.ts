/** How much room images take: bytes a binding, bytes an event, and against gzip of the same content laid out plainly. */
import { gzipSync } from 'fflate';
import { PROMPT_BOOK, SHOW_DESK, SOUND_PAD } from '../demo';
import { mustBeSound } from '../src/core/check';
import { decodeImage, encodeImage, SECTION, sizesOf } from '../src/core/image';
import type { Profile, Score } from '../src/core/profile';

/** What runs, as bytes in the plainest order: a byte for each key of each layer, actions and events spelled out. */
function plainBytes(profile: Profile): Uint8Array {
  const { layers, joinedLayers, joints, macros, travel, timing } = profile;
  const bare = {
    timing,
    layers: layers.map(({ keys }) => Object.fromEntries(Object.entries(keys).map(([key, { does }]) => [key, does]))),
    joinedLayers,
    joints: joints.map(({ keys, withinMs, action }) => [keys, withinMs, action]),
    macros: macros.map(({ id: _id, name: _name, ...macro }) => macro),
    travel,
  };
  return new TextEncoder().encode(JSON.stringify(bare));
}

export function imageBench(): void {
  for (const profile of [SHOW_DESK, PROMPT_BOOK, SOUND_PAD]) {
    const sound = mustBeSound(profile);
    const bare = encodeImage(sound, { withoutNames: true });
    const macroBytes = sizesOf(bare).get(SECTION.macros) ?? 0;
    const bindings = profile.layers.reduce((sum, { keys }) => sum + Object.keys(keys).length, 0);
    const scores = profile.macros.flatMap(({ onPress, repeat, onRelease }) => [onPress, repeat, onRelease]);
    const events = scores.reduce((sum, score?: Score) => sum + (score?.events.length ?? 0), 0);
    const gzipped = gzipSync(plainBytes(profile), { level: 9 }).length;
    let best = Infinity;
    for (let n = 0; n < 30; n++) {
      const start = performance.now();
      decodeImage(bare);
      best = Math.min(best, performance.now() - start);
    }
    process.stdout.write(
      `${profile.name}: ${bare.length} bytes without names, ${encodeImage(sound).length} with; ` +
        `${((bare.length - macroBytes) / bindings).toFixed(2)} a binding (${bindings}), ` +
        `${events > 0 ? (macroBytes / events).toFixed(2) : '-'} an event (${events}); ` +
        `${(bare.length / gzipped).toFixed(2)} of gzip (${gzipped}); read in ${best.toFixed(2)} ms\n`,
    );
  }
}
