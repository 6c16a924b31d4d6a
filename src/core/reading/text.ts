/**
 * Bytes as text. Broken text is refused instead of being patched up with replacement characters, which would be kept as if
 * the person had written them. The decoder is the one of the Encoding Standard (https://encoding.spec.whatwg.org), which
 * browsers, workers and Node all have; it is the only thing that core takes from its surroundings.
 */
import { Unreadable } from './unreadable';

declare class TextDecoder {
  constructor(label: string, options: { fatal: boolean; ignoreBOM?: boolean });
  decode(bytes: Uint8Array): string;
}
declare class TextEncoder {
  encode(text: string): Uint8Array;
}

/** Which encoding the first bytes say (Encoding Standard, section 6, "BOM sniff"); UTF-8 without a mark. */
function encodingOf(bytes: Uint8Array): 'utf-8' | 'utf-16le' | 'utf-16be' {
  if (bytes[0] === 0xff && bytes[1] === 0xfe) return 'utf-16le';
  if (bytes[0] === 0xfe && bytes[1] === 0xff) return 'utf-16be';
  return 'utf-8';
}

/**
 * The text of a file: UTF-8, or UTF-16 with a byte order mark. The mark is not part of the text.
 * @throws Unreadable when the bytes are neither
 */
export function textOfFile(bytes: Uint8Array, mostBytes = Infinity): string {
  if (bytes.length > mostBytes)
    throw new Unreadable('the whole file', `is larger than ${Math.floor(mostBytes / (1 << 20))} MB`);
  const encoding = encodingOf(bytes);
  try {
    return new TextDecoder(encoding, { fatal: true }).decode(bytes);
  } catch {
    throw new Unreadable(
      'the whole file',
      encoding === 'utf-8'
        ? 'is not UTF-8 text (nor UTF-16 with a mark); save it as UTF-8'
        : 'begins like UTF-16 text, but is not; save it as UTF-8',
    );
  }
}

/** UTF-8 bytes as text, a mark kept; undefined when they are not UTF-8. */
export function utf8Text(bytes: Uint8Array): string | undefined {
  try {
    return new TextDecoder('utf-8', { fatal: true, ignoreBOM: true }).decode(bytes);
  } catch {
    return undefined;
  }
}

/** Text as UTF-8; half a surrogate pair becomes U+FFFD. */
export const utf8Bytes = (text: string): Uint8Array => new TextEncoder().encode(text);
