/** `image`: profile to device image, and back; a file that ends in `.hex` is Intel HEX. */
import { writeIntelHex, writeProfile } from '../core/files';
import { encodeImage } from '../core/image';
import { loadImage, loadProfile } from './input';
import { BadInput, type Telling } from './io';
import { writeFile } from './output';

export function* imageCommand(
  file: string | undefined,
  options: { output?: string; read?: string; board?: string },
): Telling {
  if (options.read !== undefined) {
    if (file !== undefined) throw new BadInput('image takes either a profile or --read, not both');
    yield writeProfile(loadImage(options.read, options.board).profile);
    return;
  }
  if (file === undefined) throw new BadInput('image needs a profile, or --read and an image');
  if (options.output === undefined) throw new BadInput('image needs -o and the file to write');
  const image = encodeImage(loadProfile(file, options.board));
  writeFile(options.output, [/\.hex$/i.test(options.output) ? writeIntelHex(image) : image]);
  yield `${options.output}: ${image.length} bytes\n`;
}
