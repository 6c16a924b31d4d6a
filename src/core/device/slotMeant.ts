/** Which slot a key means that goes through slots. */
import type { SlotWay } from '../profile';
import type { Store } from './store';

/**
 * The next and the previous one skip slots with nothing sound in them; so does the next among some.
 * @param slot the one that is gone to, counted from 1
 * @param some those that are gone through, in their order, counted from 1
 * @returns a slot counted from 0; the one in use when there is no other
 */
export function slotMeant(
  store: Pick<Store, 'slots' | 'selected' | 'stateOf'>,
  how: SlotWay,
  slot: number,
  some: readonly number[],
): number {
  const { slots, selected } = store;
  if (how === 'go') return slot - 1;
  if (how === 'among') {
    // From one that is not among them it goes to the first.
    const at = some.indexOf(selected + 1);
    const turned = [...some.slice(at + 1), ...some.slice(0, at + 1)];
    return (turned.find((one) => one <= slots && store.stateOf(one - 1) === 'sound') ?? selected + 1) - 1;
  }
  const step = how === 'next' ? 1 : slots - 1;
  for (let n = (selected + step) % slots; n !== selected; n = (n + step) % slots)
    if (store.stateOf(n) === 'sound') return n;
  return selected;
}
