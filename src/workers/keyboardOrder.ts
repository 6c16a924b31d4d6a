/** What the page and the worker that is a keyboard say to each other. */
import type { Body, HandAct } from '../core/device';

export type ToKeyboard = { what: 'plug' } | { what: 'report'; report: Uint8Array } | { what: 'act'; act: HandAct };
export type FromKeyboard =
  | { what: 'plugged' }
  | { what: 'pulled' }
  | { what: 'report'; report: Uint8Array }
  | { what: 'body'; body: Body }
  | { what: 'trouble'; reason: string };
