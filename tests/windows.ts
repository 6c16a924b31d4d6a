/**
 * Windows of the page in one process, each with a state of its own: the modules of the page are loaded anew for each. What core holds is the
 * same for all of them, as it knows no window; loading that anew as well would take most of the time of these tests.
 */
import { jest } from '@jest/globals';
import * as board from '../src/core/board';
import * as check from '../src/core/check';
import * as device from '../src/core/device';
import * as files from '../src/core/files';
import * as hosts from '../src/core/hosts';
import * as image from '../src/core/image';
import * as notation from '../src/core/notation';
import * as profile from '../src/core/profile';
import * as reading from '../src/core/reading';
import * as demo from '../demo';

const ROOMS = { board, check, device, files, hosts, image, notation, profile, reading };
for (const [name, room] of Object.entries(ROOMS)) jest.unstable_mockModule(`../src/core/${name}`, () => room);
jest.unstable_mockModule('../demo', () => demo);

/** From here on, what is imported of the page belongs to a new window. */
export const beginWindow = (): void => void jest.resetModules();
