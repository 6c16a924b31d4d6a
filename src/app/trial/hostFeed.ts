/** What the host gets in a trial: usage edges as reports at its next poll, and as text. */
import { ReportPacker, type HostReport } from '../../core/engine';
import { usageOfCode } from '../../core/codes';
import { hostLayout, HostText, USUAL_REPEAT } from '../../core/hosts';
import type { Profile } from '../../core/profile';

const MOST_REPORTS = 1000;

export class HostFeed {
  readonly text: HostText;
  /** What the host polls, newest last. */
  readonly reports: HostReport[] = [];
  private readonly packer: ReportPacker;

  constructor(layout: Profile['hostLayout'], pollHz: number) {
    this.text = new HostText(hostLayout(layout), undefined, USUAL_REPEAT);
    this.packer = new ReportPacker('boot', pollHz);
  }

  edge(tUs: number, down: boolean, code: string): void {
    this.text.edge(down, code, tUs);
    this.reports.push(this.packer.edge(tUs, down, usageOfCode(code) ?? 0));
    if (this.reports.length > MOST_REPORTS) this.reports.splice(0, MOST_REPORTS / 2);
  }
}
