/** What the page and the worker that is a keyboard say to each other. */
import type { Board } from '../core/board';
import type { Body, HandAct } from '../core/device';

export type ToKeyboard =
  /** Which board it is, in case it was changed since. */
  { what: 'plug'; board: Board } | { what: 'report'; report: Uint8Array } | { what: 'act'; act: HandAct };
export type FromKeyboard =
  | { what: 'plugged' }
  | { what: 'pulled' }
  | { what: 'report'; report: Uint8Array }
  | { what: 'body'; body: Body }
  | { what: 'trouble'; reason: string };
