import { BOBBIN_21 } from './bobbin21';
import { HARROW_64 } from './harrow64';
import type { Board } from './schema';
import { TWILL_42 } from './twill42';

export { checkBoard, isBoardSound, type BoardProblem } from './problems';
export { carryBoard } from './carry';
export { CONTROLLER_NAMES, CONTROLLERS, type Controller, type ControllerName } from './controllers';
export { contactOf, contactPlaces, sharersOf } from './contacts';
export {
  addKey,
  type Drawn,
  fingersByColumn,
  GRID,
  inReadingOrder,
  keysByFinger,
  mirrorHalf,
  moveKeys,
  pressIn,
  renameKey,
  setBoard,
  setKeys,
  snapMove,
  spaceEvenly,
  stretchKeys,
  takeOut,
  turnKeys,
} from './drawing';
export { type Direction, extentOf, middleOf, neighbourOf, rowOf, rowsOf, sameHand } from './geometry';
export { boardJsonSchema } from './jsonSchema';
export {
  type Board,
  type BoardKey,
  boardIdSchema,
  boardSchema,
  type DeviceLimits,
  type Finger,
  type Hand,
  KEY_UNIT_MM,
  type KeyId,
  keyIdSchema,
  MOST_KEYS,
} from './schema';
export { cornersOf, doOverlap, outlineOf } from './shape';
export * from './starting';
export { BOBBIN_21, HARROW_64, TWILL_42 };

/** The boards that ship with Underloom. */
export const BOARDS: readonly Board[] = [HARROW_64, TWILL_42, BOBBIN_21];

/** A bundled board by its id, or `undefined`. */
export const boardById = (id: string): Board | undefined => BOARDS.find((board) => board.id === id);
