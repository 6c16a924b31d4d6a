/** Who plays the keys on the trial bench: the draft in this page's engine, or the keyboard with what is stored in it. */
import type { KeyboardClient } from '../../core/device';
import type { Sound } from '../../core/check';
import { Engine, traceLines, type TraceLine } from '../../core/engine';

export interface Player {
  /** A finger at a depth in µm on a key (by index) at a time in µs. */
  feed(tUs: number, key: number, depthUm: number): void;
  /** Time passes; deadlines due by then fire. */
  advance(tUs: number): void;
  letGo(): void;
  close(): void;
}

type Take = (line: TraceLine) => void;

export function draftPlayer({ program }: Sound, take: Take): Player {
  const engine = new Engine(program, traceLines(program, take));
  return {
    feed: (tUs, key, depthUm) => engine.feed(Math.max(tUs, engine.nowUs), key, depthUm),
    advance: (tUs) => engine.advance(tUs),
    letGo: () => engine.letGo(),
    close: () => undefined,
  };
}

/**
 * Plays what is stored in the slot in use, in the keyboard itself.
 * @throws LinkError with the keyboard's reason
 */
export async function keyboardPlayer(
  client: KeyboardClient,
  { profile: stored, board }: Sound,
  take: Take,
  ended: () => void,
): Promise<Player> {
  const names = {
    keyIds: board.keys.map(({ id }) => id),
    layerIds: stored.layers.map(({ id }) => id),
    jointIds: stored.joints.map(({ id }) => id),
  };
  await client.playStart(names, take, ended);
  const ignore = (): void => undefined;
  return {
    feed: (tUs, key, depthUm) => client.finger(tUs, key, depthUm),
    advance: (tUs) => client.clock(tUs),
    letGo: () => void client.letGo().catch(ignore),
    close: () => void client.playStop().catch(ignore),
  };
}
