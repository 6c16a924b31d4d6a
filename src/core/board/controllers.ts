/** What a controller can hold: presets from which an own board begins. */
import type { Board, DeviceLimits } from './schema';

export type Controller = Pick<Board, 'travelUm' | 'analog' | 'device'>;

const limits = (given: Partial<DeviceLimits>): DeviceLimits => ({
  pollHz: 1000,
  layers: 8,
  slots: 4,
  memoryBytes: 32_768,
  macros: 32,
  macroEvents: 500,
  gestureSteps: 3,
  spansPerKey: 4,
  joints: 16,
  lamps: false,
  ...given,
});

/** By name: a small controller, the usual one, a roomy one, and one that measures travel. */
export const CONTROLLERS = {
  small: {
    travelUm: 4000,
    analog: false,
    device: limits({ pollHz: 500, layers: 4, slots: 2, memoryBytes: 8192, macros: 16, macroEvents: 200, joints: 8 }),
  },
  usual: { travelUm: 4000, analog: false, device: limits({}) },
  roomy: {
    travelUm: 4000,
    analog: false,
    device: limits({
      layers: 16,
      slots: 8,
      memoryBytes: 131_072,
      macros: 128,
      macroEvents: 2000,
      joints: 32,
      lamps: true,
    }),
  },
  measured: { travelUm: 4000, analog: true, device: limits({ macros: 64, macroEvents: 1000, lamps: true }) },
} as const satisfies Record<string, Controller>;

export type ControllerName = keyof typeof CONTROLLERS;
export const CONTROLLER_NAMES = Object.keys(CONTROLLERS) as [ControllerName, ...ControllerName[]];
