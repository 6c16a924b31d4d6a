/** A keyboard that is plugged into this computer as a HID device of its own. What is in front is not known here: that is a display's to say. */
import { isEdgeLine, isMoveLine, isWheelLine, type TraceLine } from '../../core/engine';
import type { HostState } from '../../core/hostSide';
import { Answered } from '../answered';
import type { Asks } from '../asks';
import { plugIn, type Cable } from '../cable';
import { PageSounds } from '../pageSounds';
import { usageOfEdge } from '../pressed';
import { Punctual } from '../punctual';
import { Talk } from '../talk';
import type { UhidDevice } from './device';
import { HidReports, type Layout } from './reports';

/** The person's list is looked at so often. */
const LIST_EVERY_MS = 1000;

type Around = { server: string; boardId: string; layout: Layout; asks: Asks; say(sentence: string): void };

export class UhidPlugged {
  private cable: Cable | null = null;
  private readonly reports: HidReports;
  private readonly punctual = new Punctual();
  private readonly answered: Answered;
  private talk: Talk | null = null;
  private timer: NodeJS.Timeout | undefined;
  private readonly sounds = new PageSounds((message) => this.talk?.say(message));

  constructor(
    private readonly device: Pick<UhidDevice, 'send' | 'onLamps'>,
    private readonly around: Around,
    /** The cable was pulled, or the server is gone. */
    private readonly pulled: () => void,
    /** The keyboard itself sent Pause. */
    private readonly stopKey: () => void,
  ) {
    this.reports = new HidReports(around.layout);
    this.answered = new Answered(around.asks, around.say, () => this.tellState());
  }

  /** @throws NotPlugged with a sentence */
  async start(): Promise<void> {
    const { server, boardId, asks } = this.around;
    const { client } = (this.cable = await plugIn(server, boardId, {
      line: (line) => this.punctual.at(line.t, () => this.play(line)),
      ask: (what, name) => void this.answered.take(what, name),
      pulled: () => this.isOut(),
    }));
    this.device.onLamps = (lamps) => void client.hostLamps(0, lamps).catch(() => undefined);
    this.talk = await Talk.open(
      server,
      boardId,
      (told) => {
        if ('say' in told) this.sounds.played(told);
        else this.sounds.isThere = told.pages.play;
      },
      () => this.isOut(),
    );
    asks.pageSounds = this.sounds;
    this.timer = setInterval(() => this.answered.lookAtList(), LIST_EVERY_MS);
    this.tellState();
  }

  private isOut(): void {
    this.letGo();
    this.pulled();
  }

  private tellState(): void {
    const state: HostState = {
      plugged: `/dev/uhid, ${this.around.layout === 'boot' ? 'reports of six keys' : 'reports of all keys'}`,
      looks: false,
      tells: false,
      layout: null,
      front: null,
      rule: null,
      because: '',
      ...this.answered.told,
    };
    this.talk?.say({ say: 'state', state });
  }

  letGo(): void {
    this.punctual.forget();
    for (const report of this.reports.letGo()) this.device.send(report);
  }

  stop(): void {
    clearInterval(this.timer);
    this.letGo();
    this.sounds.gone();
    this.talk?.close();
    this.cable?.unplug();
  }

  private play(line: TraceLine): void {
    if (isEdgeLine(line)) {
      if (line.code === 'Pause' && line.edge === 'down') this.stopKey();
      const usage = usageOfEdge(line.code);
      const report = usage === undefined ? undefined : this.reports.edge(usage, line.edge === 'down');
      if (report) this.device.send(report);
    } else if (isWheelLine(line)) this.device.send(this.reports.wheel(line.wheel.dx, line.wheel.dy));
    else if (isMoveLine(line)) this.device.send(this.reports.move(line.move.dx, line.move.dy));
  }
}
