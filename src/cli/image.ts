/** `image`: profile to device image, and back; a file that ends in `.hex` is Intel HEX. */
import { writeFileSync } from 'node:fs';
import { writeIntelHex, writeProfile } from '../core/files';
import { encodeImage } from '../core/image';
import { BadInput, loadImage, loadProfile } from './input';

export function imageCommand(
  file: string | undefined,
  options: { output?: string; read?: string; board?: string },
): void {
  if (options.read !== undefined) {
    if (file !== undefined) throw new BadInput('image takes either a profile or --read, not both');
    process.stdout.write(writeProfile(loadImage(options.read, options.board).profile));
    return;
  }
  if (file === undefined) throw new BadInput('image needs a profile, or --read and an image');
  if (options.output === undefined) throw new BadInput('image needs -o and the file to write');
  const image = encodeImage(loadProfile(file, options.board));
  try {
    writeFileSync(options.output, /\.hex$/i.test(options.output) ? writeIntelHex(image) : image);
  } catch {
    throw new BadInput(`${options.output}: cannot be written`);
  }
  process.stdout.write(`${options.output}: ${image.length} bytes\n`);
}
