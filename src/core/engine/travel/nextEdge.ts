/** Where a finger's next edge will be: the rules of actuation, asked beforehand. */
import { releaseDepthUm, zoneTopUm, type Actuation } from '../../profile';
import type { SwitchState } from './actuation';

/** The depth at which a key's next edge will be, going on from where it stands, in µm. */
export function nextEdgeUm(actuation: Actuation, { isDown, inZone, extremeUm }: SwitchState): number {
  if (actuation.mode === 'fixed') return isDown ? releaseDepthUm(actuation) : actuation.pointUm;
  if (!inZone) return actuation.pointUm;
  return isDown ? Math.max(zoneTopUm(actuation), extremeUm - actuation.releaseUm) : extremeUm + actuation.pressUm;
}
