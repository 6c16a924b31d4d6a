/** The memory and the link: pages a one-key save erases, saves until a page is worn, seconds for 32 KiB over loopback. */
import { SHOW_DESK } from '../demo';
import { HARROW_64 } from '../src/core/board';
import { mustBeSound } from '../src/core/check';
import { blankFlash, ENDURANCE, Flash, Store } from '../src/core/device';
import { encodeImage } from '../src/core/image';
import { mustEdit, type Macro } from '../src/core/profile';
import { buildIfChanged } from '../scripts/build.mjs';
import { plugInto } from '../tests/cable';
import { startApp, temporaryFolder } from '../tests/browser';

const LETTERS = 'ABCDEFGHIJKLMNOPQRSTUVWXYZ';

/** The show desk with a long recording: an image of nearly three pages. */
function longProfile() {
  let seed = 3;
  const random = (most: number): number => (seed = (seed * 48271) % 2147483647) % most;
  const macros = Array.from({ length: 3 }, (_, m): Macro => {
    let atUs = 0;
    const events = Array.from({ length: 400 }, (_, n) => {
      if (n > 0) atUs += (200 + random(1500)) * 100;
      return {
        atUs,
        edge: n % 2 ? ('up' as const) : ('down' as const),
        code: `Key${LETTERS[Math.floor(n / 2) % 26] ?? 'A'}`,
      };
    });
    return {
      ...(SHOW_DESK.macros[0] as Macro),
      id: `long-${m}`,
      name: `Long ${m}`,
      onPress: { lengthUs: atUs, events },
    };
  });
  return { ...SHOW_DESK, macros: [...SHOW_DESK.macros, ...macros] };
}

function wear(name: string, profile: typeof SHOW_DESK): void {
  const contents = blankFlash(HARROW_64.device.memoryBytes);
  const store = new Store(new Flash(contents), 4);
  const images = [...LETTERS].map((letter) =>
    encodeImage(
      mustBeSound(
        mustEdit(profile, {
          edit: 'assign',
          layer: 'base',
          key: 'KeyA',
          to: { does: { kind: 'act', action: { do: 'keys', codes: [`Key${letter}`] } } },
        }),
      ),
    ),
  );
  for (let slot = 0; slot < 4; slot++) store.write(slot, images[slot] as Uint8Array);
  const erased = (): number => contents.erases.reduce((sum, count) => sum + count, 0);
  let saves = 0;
  let most = 0;
  while (Math.max(...contents.erases) < ENDURANCE) {
    const before = erased();
    store.write(0, images[saves % images.length] as Uint8Array);
    most = Math.max(most, erased() - before);
    // When the save has been answered, the keyboard tidies up.
    store.level();
    saves++;
  }
  process.stdout.write(
    `${name}, ${images[0]?.length ?? 0} bytes in each of four slots: one key changed erases ${most} page${most > 1 ? 's' : ''} at the most, ` +
      `${(erased() / saves).toFixed(2)} with levelling; ${saves.toLocaleString('en')} such saves until a page reaches ${ENDURANCE.toLocaleString('en')} erases\n`,
  );
}

async function overLoopback(): Promise<void> {
  buildIfChanged();
  const server = await startApp(temporaryFolder());
  const { client, close } = await plugInto(server.url);
  const image = encodeImage(mustBeSound(longProfile()));
  const images = Array.from({ length: 16 }, (_, n) =>
    encodeImage(mustBeSound({ ...longProfile(), name: `Long ${n % 10} ${n}` })),
  );
  let best = Infinity;
  for (let round = 0; round < 5; round++) {
    const start = performance.now();
    let bytes = 0;
    for (let n = 0; bytes < 32_768; n++) {
      const other = images[(round * 5 + n) % images.length] as Uint8Array;
      await client.save(n % 3, other);
      bytes += other.length;
    }
    best = Math.min(best, ((performance.now() - start) / bytes) * 32_768);
  }
  process.stdout.write(
    `32 KiB in images of ${image.length} bytes, written, committed (on the disk) and read back over loopback: ${(best / 1000).toFixed(2)} s (best of 5)\n`,
  );
  close();
  await server.stop();
}

export async function deviceBench(): Promise<void> {
  wear('the show desk', SHOW_DESK);
  wear('with three long recordings', longProfile());
  await overLoopback();
}
