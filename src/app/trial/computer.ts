/** The computer that a watched keyboard is plugged into: what its host program says of it, and what has arrived there. */
import { HOST_LAMPS } from '../../core/codes';
import { hostLayout, HostText, USUAL_REPEAT } from '../../core/hosts';
import type { ArrivedMessage, HostState } from '../../core/hostSide';
import { Arrivals } from '../../core/trial';

export class Computer {
  /** As its host program says; null when there is none, undefined while that is not known. */
  state: HostState | null | undefined;
  readonly arrivals = new Arrivals();

  /** What the host program says of it, now or by and by; null when it has gone, undefined when nobody tells any more. */
  is(state: HostState | null | undefined): void {
    const id = state?.layout?.id ?? null;
    if (id !== (this.state?.layout?.id ?? null))
      this.arrivals.readAs(id && new HostText(hostLayout(id), undefined, USUAL_REPEAT));
    this.state = state;
  }

  /** @param byUs what is added to the keyboard's time to have that of the trial */
  take({ lamps, edges }: ArrivedMessage, byUs: number): void {
    if (this.arrivals.count === 0)
      HOST_LAMPS.forEach((lamp, place) => this.arrivals.light(lamp, ((lamps >> place) & 1) === 1));
    for (const edge of edges) this.arrivals.take(edge, byUs);
  }
}
