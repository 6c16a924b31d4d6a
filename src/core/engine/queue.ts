/**
 * Events that wait behind an undecided key, in the order they came, each with its own time. The arrays are kept and used
 * again; they only grow when more waits than ever before. An event can leave from the middle: the release of a key whose
 * press was handled long ago passes the others.
 */
export class EventQueue {
  private keys = new Int16Array(64);
  private downs = new Uint8Array(64);
  private times = new Float64Array(64);
  length = 0;

  push(key: number, down: boolean, tUs: number): void {
    if (this.length === this.keys.length) this.grow();
    this.keys[this.length] = key;
    this.downs[this.length] = down ? 1 : 0;
    this.times[this.length] = tUs;
    this.length++;
  }

  key(index: number): number {
    return this.keys[index] as number;
  }

  down(index: number): boolean {
    return this.downs[index] === 1;
  }

  tUs(index: number): number {
    return this.times[index] as number;
  }

  remove(index: number): void {
    this.length--;
    if (index < this.length) {
      this.keys.copyWithin(index, index + 1, this.length + 1);
      this.downs.copyWithin(index, index + 1, this.length + 1);
      this.times.copyWithin(index, index + 1, this.length + 1);
    }
  }

  clear(): void {
    this.length = 0;
  }

  private grow(): void {
    const { keys, downs, times } = this;
    this.keys = new Int16Array(keys.length * 2);
    this.downs = new Uint8Array(keys.length * 2);
    this.times = new Float64Array(keys.length * 2);
    this.keys.set(keys);
    this.downs.set(downs);
    this.times.set(times);
  }
}
