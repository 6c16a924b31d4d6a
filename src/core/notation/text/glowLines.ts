/**
 * What lamps show, in a text: a heading, and below it a line each; of several that speak of a key the last one counts:
 *
 *     glow
 *       by role
 *       only its own, by dye on Cues
 *       #A63D40 on Cues: F G
 *       #C8A24A for capitals: Esc
 *       brightness 2
 */
import { HOST_LAMPS } from '../../codes';
import { glowLineSchema, LIMITS, MOVEMENTS, withLines, type GlowLine } from '../../profile';
import type { Piece } from './behind';
import { partsOf, type Block, type Draft, type Gathered } from './gathered';
import { ONLY_WORDS, SHOWN_WORDS } from './glowText';
import type { SourceLine } from './source';

const SHAPE =
  'A line below glow is: by role, by dye, dark or #A63D40, then perhaps on LAYER, then perhaps : KEY KEY; or ' +
  '#A63D40 for layer LAYER (latches, capitals, recording, lamp CapsLock, slot 2): KEY; or brightness 3, movement tide, what waits is still.';

const COLOR = /^#[0-9a-f]{6}$/i;

/** A colour at the beginning of a piece, and the rest. */
const SHOWN = /^(by role|by dye|dark|#[0-9a-f]{6})(?:\s+(on|for)\s+(.+))?$/i;

class LineReading {
  constructor(
    private readonly reading: Gathered,
    private readonly draft: Draft,
    private readonly line: SourceLine,
  ) {}

  read(): GlowLine | undefined {
    const { line } = this;
    const [head, keys, more] = partsOf({ text: line.text, at: 0 }, ':');
    if (!head || more) return this.fail(more);
    const plain = keys ? undefined : this.plain(head.text.toLowerCase());
    if (plain) return plain;
    const begins = `${ONLY_WORDS},`;
    const only = head.text.toLowerCase().startsWith(begins);
    const skipped = only ? (/^\s*/.exec(head.text.slice(begins.length))?.[0].length ?? 0) : 0;
    const from = only ? begins.length + skipped : 0;
    const said: Piece = { text: head.text.slice(from), at: head.at + from };
    const [, written = '', how, where] = SHOWN.exec(said.text) ?? [];
    if (written === '') return this.fail(said);
    const what = COLOR.test(written) ? written.toUpperCase() : written;
    const name: Piece | undefined =
      where === undefined ? undefined : { text: where, at: said.at + said.text.length - where.length };
    const found = this.keys(keys);
    if (found === undefined) return undefined;
    if (how?.toLowerCase() === 'for') return only || !name ? this.fail(said) : this.sign(what, name, found);
    const layer = name && this.layer(name);
    if (name && layer === undefined) return undefined;
    return this.made({
      glow: 'keys',
      shows: COLOR.test(what)
        ? what
        : Object.entries(SHOWN_WORDS).find(([, words]) => words === what.toLowerCase())?.[0],
      ...(layer !== undefined && { layer }),
      ...(keys && { keys: found }),
      ...(only && { only: true }),
    });
  }

  /** A line that speaks of no key. */
  private plain(text: string): GlowLine | undefined {
    const [, level] = /^brightness\s+(\d+)$/.exec(text) ?? [];
    const { least, most } = LIMITS.lampLevel;
    if (level !== undefined && Number(level) >= least && Number(level) <= most)
      return { glow: 'level', level: Number(level) };
    const movement = MOVEMENTS.find((one) => text === `movement ${one}`);
    if (movement) return { glow: 'movement', movement };
    const [, how] = /^what waits (pulses|is still)$/.exec(text) ?? [];
    return how === undefined ? undefined : { glow: 'waiting', pulses: how === 'pulses' };
  }

  private sign(shows: string, about: Piece, keys: readonly string[]): GlowLine | undefined {
    const [key] = keys;
    if (key === undefined || keys.length !== 1) return this.fail(about);
    const [, word = '', name] = /^(layer|latches|capitals|recording|lamp|slot)(?:\s+(.+))?$/i.exec(about.text) ?? [];
    switch (word.toLowerCase()) {
      case 'layer': {
        if (name === undefined) return this.fail(about);
        const layer = this.layer({ text: name, at: about.at + about.text.length - name.length });
        return layer === undefined ? undefined : this.made({ glow: 'layer', key, shows, layer });
      }
      case 'latches':
        return name === undefined ? this.made({ glow: 'latch', key, shows }) : this.fail(about);
      case 'capitals':
      case 'recording':
        return name === undefined ? this.made({ glow: word.toLowerCase(), key, shows }) : this.fail(about);
      case 'lamp':
        return this.made({
          glow: 'lamp',
          key,
          shows,
          lamp: HOST_LAMPS.find((one) => one.toLowerCase() === name?.toLowerCase()),
        });
      case 'slot':
        return this.made({ glow: 'slot', key, shows, slot: Number(name) });
      default:
        return this.fail(about);
    }
  }

  private made(line: unknown): GlowLine | undefined {
    const read = glowLineSchema.safeParse(line);
    return read.success ? read.data : this.fail();
  }

  private layer(piece: Piece): string | undefined {
    const { reading, draft, line } = this;
    const layer =
      reading.layerNamed(draft, piece)?.id ?? (piece.text.startsWith('#') ? piece.text.slice(1) : undefined);
    if (layer === undefined) reading.failName(line, piece, 'layer', draft.profile.layers);
    return layer;
  }

  /** The keys behind the colon; undefined when one is wrong, none when there is no colon. */
  private keys(piece: Piece | undefined): string[] | undefined {
    if (!piece) return [];
    const words = [...piece.text.matchAll(/\S+/g)];
    if (words.length === 0 || words.length > LIMITS.glowKeys) {
      this.reading.fail(this.line, piece, `A line names 1 to ${LIMITS.glowKeys} keys; these are ${words.length}.`);
      return undefined;
    }
    const found = words.map(({ 0: text, index }) =>
      this.reading.key(this.draft, this.line, { text, at: piece.at + index }),
    );
    const known = found.filter((key) => key !== undefined);
    return known.length === found.length ? known : undefined;
  }

  private fail(piece: Piece = { text: this.line.text, at: 0 }): undefined {
    this.reading.fail(this.line, piece, SHAPE);
    return undefined;
  }
}

export function glow(reading: Gathered, draft: Draft, block: Block): void {
  reading.site(block.head, undefined, 'glow');
  if (block.rest.text !== '') reading.fail(block.head, block.rest, `Behind glow stands nothing. ${SHAPE}`);
  const tooMany = block.inner[LIMITS.glowLines];
  if (tooMany)
    reading.fail(tooMany, { text: tooMany.text, at: 0 }, `There are ${LIMITS.glowLines} lines of glow at the most.`);
  const lines = block.inner.flatMap((line): GlowLine[] => {
    reading.source.spend(20 + line.text.length / 4);
    const read = new LineReading(reading, draft, line).read();
    if (read) reading.site(line, undefined, 'glowLine');
    return read ? [read] : [];
  });
  draft.profile = withLines(draft.profile, 'glow', lines);
}
