/** A name that nothing on the shelf has yet: the wanted one, or with a number behind it. */
import { LIMITS } from '../../core/profile';
import { shortened } from '../../core/reading';

export function freeName(wanted: string, taken: readonly string[]): string {
  if (!taken.includes(wanted)) return wanted;
  const stem = shortened(wanted, LIMITS.nameLength - 5);
  for (let n = 2; ; n++) if (!taken.includes(`${stem} ${n}`)) return `${stem} ${n}`;
}
