/** What profiles take on their way: letters of a code, bytes of a bundle; and what a hostile archive costs whoever opens it, against an honest one. */
import { zipSync } from 'fflate';
import { PROMPT_BOOK, SHOW_DESK, SOUND_PAD } from '../demo';
import { readBundle, readShareCode, writeBundle, writeProfile, writeShareCode } from '../src/core/files';
import { diff, type Profile } from '../src/core/profile';

const bestOf = (times: number, work: () => void): number => {
  let best = Infinity;
  for (let n = 0; n < times; n++) {
    const start = performance.now();
    work();
    best = Math.min(best, performance.now() - start);
  }
  return best;
};

/** A deflated text as an archive, with its size in the directory as it is told to be. */
function bomb(bytes: number, saidBytes: number): Uint8Array {
  const archive = Buffer.from(zipSync({ 'bundle.json': new Uint8Array(bytes) }, { level: 9 }));
  archive.writeUInt32LE(saidBytes, archive.indexOf(Buffer.from([0x50, 0x4b, 1, 2])) + 24);
  return new Uint8Array(archive);
}

function costOf(archive: Uint8Array): { ms: number; mb: number } {
  const before = process.memoryUsage().arrayBuffers;
  const start = performance.now();
  try {
    readBundle(archive);
  } catch {
    // That is what is measured.
  }
  return { ms: performance.now() - start, mb: (process.memoryUsage().arrayBuffers - before) / (1 << 20) };
}

export function shareBench(): void {
  const profiles: readonly Profile[] = [SHOW_DESK, PROMPT_BOOK, SOUND_PAD];
  for (const profile of profiles) {
    const code = writeShareCode(profile);
    const write = bestOf(5, () => void writeShareCode(profile));
    const read = bestOf(5, () => void readShareCode(code));
    const json = writeProfile(profile).length;
    process.stdout.write(
      `${profile.name}: ${code.length} letters of ${json} characters (1/${(json / code.length).toFixed(0)}); written in ${write.toFixed(0)} ms, read in ${read.toFixed(0)} ms\n`,
    );
  }
  const bundle = writeBundle(profiles.map((profile) => ({ profile })));
  const honest = bestOf(5, () => void readBundle(bundle));
  process.stdout.write(`a bundle of the three: ${bundle.length} bytes, read in ${honest.toFixed(1)} ms\n`);
  for (const [what, archive] of [
    ['64 MB that say so', bomb(64 << 20, 64 << 20)],
    ['30 MB that say 100 bytes', bomb(30 << 20, 100)],
  ] as const) {
    const { ms, mb } = costOf(archive);
    process.stdout.write(
      `${what} in ${archive.length} bytes: refused in ${(ms / honest).toFixed(2)} of that, ${mb.toFixed(1)} MB\n`,
    );
  }
  const far = bestOf(5, () => void diff(SHOW_DESK, PROMPT_BOOK));
  process.stdout.write(`differences of two profiles that have nothing in common: ${far.toFixed(1)} ms\n`);
}
