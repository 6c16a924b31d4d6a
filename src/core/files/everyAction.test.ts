/** Every kind of action comes back from each form that a profile is kept in, as what it was; and from forms that older programs wrote. */
import { beforeAll, describe, expect, test } from '@jest/globals';
import { readFileSync } from 'node:fs';
import { EVERY_ACTION, profileWith } from '../../../tests/everyAction';
import { HARROW_64 } from '../board';
import { mustBeSound } from '../check';
import { bringHosts } from '../hosts';
import { decodeImage, encodeImage } from '../image';
import { parseLine, printLine, readText, writeText } from '../notation';
import type { Profile } from '../profile';
import { parseProfile, readShareCode, writeProfile, writeShareCode } from '.';

beforeAll(() => bringHosts());

describe.each(EVERY_ACTION.map((action) => [JSON.stringify(action), profileWith(action)] as const))(
  '%s',
  (_, profile) => {
    test('as JSON', () => expect(parseProfile(writeProfile(profile)).profile).toEqual(profile));
    test('in an image', () => expect(decodeImage(encodeImage(mustBeSound(profile))).profile).toEqual(profile));
    test('as a share code', () => expect(readShareCode(writeShareCode(profile)).profile).toEqual(profile));
    test('as a text', () => expect(readText(writeText(profile, HARROW_64)).profiles[0]?.profile).toEqual(profile));
    test('as a line', () => {
      const { does } = profile.layers[1]!.keys.KeyQ!;
      const line = printLine(does, profile);
      expect(line).toBeDefined();
      expect(parseLine(line ?? '', profile)).toEqual({ ok: true, binding: does });
    });
  },
);

test('what version 2 of images wrote still opens, and means the same', () => {
  const { profile, image, share } = JSON.parse(readFileSync('tests/older/image-2.json', 'utf8')) as {
    profile: Profile;
    image: string;
    share: string;
  };
  // No layers were shown by lamps then.
  const now = { ...profile, lampLayers: [] };
  expect(decodeImage(Uint8Array.from(Buffer.from(image, 'base64'))).profile).toEqual(now);
  expect(readShareCode(share).profile).toEqual(now);
});
