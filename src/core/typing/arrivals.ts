/**
 * What arrives at a host, quickly: the same text field as `HostText`, which it asks once for each thing that can happen (a key under these
 * modifiers and lamps, after these dead keys) and never again. An hour of typing is then a row of numbers for each setting that is tried.
 */
import { HOST_LAMPS, type Code, type HostLamp } from '../codes';
import { HostText, pieceShown, type HostLayoutData } from '../hosts';
import { TokenNumbers } from './tokens';

/** What a press does: how many tokens it takes back, which it adds, and how the host stands after it. */
type Happening = { back: number; adds: readonly number[]; dead: number; lit: number };

/** A press that led to a state of dead keys: under which modifiers, which key. */
type Way = readonly { held: readonly Code[]; code: Code; lit: number }[];

const BEFORE = { text: '\0', mark: false };
const NOTHING_HELD = 0;

export class Arrivals {
  readonly numbers = new TokenNumbers();
  /** What has arrived, as numbers of tokens. */
  tokens = new Int32Array(1024);
  length = 0;
  /** Of each token that has arrived, what `by` was then: which press it came from, as the caller numbers them. */
  from = new Int32Array(1024);
  by = 0;
  /** How many tokens were taken back that had arrived before the beginning. */
  below = 0;
  private readonly happenings = new Map<number, Happening>();
  /** The states of dead keys by number, each as a way that leads there; 0 is none. */
  private readonly ways: Way[] = [[]];
  private readonly byWaiting = new Map<string, number>([['', 0]]);
  /** Of each usage, the bit of the modifier that it is; 0 for a key. */
  private readonly bits: Uint8Array;
  private mods = NOTHING_HELD;
  private lit = 0;
  private dead = 0;
  private litAtFirst = 0;

  constructor(
    private readonly codes: readonly Code[],
    private readonly layout: HostLayoutData,
  ) {
    const modifiers = ['Control', 'Shift', 'Alt', 'Meta'].flatMap((name) => [`${name}Left`, `${name}Right`]);
    this.bits = Uint8Array.from(codes, (code) => (modifiers.includes(code) ? 1 << modifiers.indexOf(code) : 0));
    this.begin();
  }

  /** An empty field, with nothing held. */
  begin(): void {
    const host = new HostText(this.layout);
    this.goOn();
    this.mods = NOTHING_HELD;
    this.dead = 0;
    this.lit = this.litAtFirst = HOST_LAMPS.reduce((lit, lamp, n) => lit | (host.isLit(lamp) ? 1 << n : 0), 0);
  }

  /** What has arrived is put away by who asked; what comes is counted from here. */
  goOn(): void {
    this.length = 0;
    this.below = 0;
  }

  /** Whether the host is as it was at first: nothing held, no dead key, no lamp that was not lit. */
  get isAtRest(): boolean {
    return this.mods === NOTHING_HELD && this.dead === 0 && this.lit === this.litAtFirst;
  }

  /** Something else turns a lamp on or off. */
  light(lamp: HostLamp, lit: boolean): void {
    const bit = 1 << HOST_LAMPS.indexOf(lamp);
    this.lit = lit ? this.lit | bit : this.lit & ~bit;
  }

  /** One usage edge, by the usage's number. */
  edge(down: boolean, usage: number): void {
    const bit = this.bits[usage] as number;
    if (bit !== 0) {
      this.mods = down ? this.mods | bit : this.mods & ~bit;
      return;
    }
    if (!down) return;
    const key = ((this.dead * this.codes.length + usage) * 256 + this.mods) * 8 + this.lit;
    let known = this.happenings.get(key);
    if (!known) this.happenings.set(key, (known = this.find(usage)));
    this.length -= known.back;
    if (this.length < 0) {
      this.below -= this.length;
      this.length = 0;
    }
    for (let n = 0; n < known.adds.length; n++) this.add(known.adds[n] as number);
    this.dead = known.dead;
    this.lit = known.lit;
  }

  /** What has arrived, as a line: what `replay --text` prints. */
  line(): string {
    let line = '';
    for (let n = 0; n < this.length; n++) line += this.numbers.token(this.tokens[n] as number);
    return line;
  }

  private add(token: number): void {
    if (this.length === this.tokens.length) {
      const [tokens, from] = [this.tokens, this.from];
      this.tokens = new Int32Array(tokens.length * 2);
      this.from = new Int32Array(tokens.length * 2);
      this.tokens.set(tokens);
      this.from.set(from);
    }
    this.tokens[this.length] = token;
    this.from[this.length++] = this.by;
  }

  /** Asks a host that stands as this one does. */
  private find(usage: number): Happening {
    const way = this.ways[this.dead] ?? [];
    const code = this.codes[usage] ?? '';
    const held = this.codes.filter((_, n) => ((this.bits[n] as number) & this.mods) !== 0);
    const host = new HostText(this.layout);
    const step = { held, code, lit: this.lit };
    for (const one of way) press(host, one);
    host.pieces.length = 0;
    // A field of many pieces, so that one can be taken back.
    host.pieces.push(BEFORE);
    press(host, step);
    const isBack = host.pieces[0] !== BEFORE;
    const adds = host.pieces
      .filter((piece) => piece !== BEFORE)
      .map((piece) => this.numbers.numberOf(pieceShown(piece)));
    const lit = HOST_LAMPS.reduce((bits, lamp, n) => bits | (host.isLit(lamp) ? 1 << n : 0), 0);
    return { back: isBack ? 1 : 0, adds, dead: this.deadAfter(host.waiting, [...way, step]), lit };
  }

  private deadAfter(waiting: string, way: Way): number {
    const known = this.byWaiting.get(waiting);
    if (known !== undefined) return known;
    this.byWaiting.set(waiting, this.ways.length);
    return this.ways.push(way) - 1;
  }
}

/** A key goes down and up on a host, under modifiers and lamps. */
function press(host: HostText, { held, code, lit }: Way[number]): void {
  HOST_LAMPS.forEach((lamp, n) => host.light(lamp, ((lit >> n) & 1) === 1));
  for (const modifier of held) host.edge(true, modifier);
  host.edge(true, code);
  host.edge(false, code);
  for (const modifier of held) host.edge(false, modifier);
}
