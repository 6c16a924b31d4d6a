/** Lets the drawn lamps of a keyboard move as its own do. Nothing is drawn anew for it: only the light of each cap changes. */
import { useEffect, type RefObject } from 'react';
import type { Board } from '../../core/board';
import type { Body } from '../../core/device';
import { FULL, shareAt, type LampPlan } from '../../core/lamps';

const STEP_MS = 80;

export function useLampMovement(
  drawing: RefObject<HTMLDivElement | null>,
  board: Board,
  plan: LampPlan | undefined,
  body: Body | undefined,
): void {
  const movement = body?.lamps.movement ?? 'still';
  const level = body ? body.lamps.level / body.lamps.most : 1;
  const keysDown = body?.keysDown.join(' ') ?? '';
  useEffect(() => {
    const root = drawing.current;
    if (!root || !plan || movement === 'still' || matchMedia('(prefers-reduced-motion: reduce)').matches) return;
    const down = new Set(keysDown.split(' ').filter(Boolean).map(Number));
    const begunMs = performance.now();
    const shine = (): void => {
      const ms = performance.now() - begunMs;
      for (const light of root.querySelectorAll<SVGElement>('.cap-light')) {
        const id = light.closest('[data-key]')?.getAttribute('data-key');
        const key = board.keys.findIndex((one) => one.id === id);
        if (key < 0) continue;
        const share = shareAt(plan, movement, Math.round(performance.now()), key, () => (down.has(key) ? 0 : ms));
        light.style.strokeOpacity = String((0.25 + 0.75 * level) * (share / FULL));
      }
    };
    const timer = setInterval(shine, STEP_MS);
    shine();
    return () => clearInterval(timer);
  }, [drawing, board, plan, movement, level, keysDown]);
}
