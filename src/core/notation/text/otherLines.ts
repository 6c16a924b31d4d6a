/** Depths, joint presses and joined layers in a text. */
import { HOST_LAMPS } from '../../codes';
import { idIn, LIMITS } from '../../profile';
import { parseActuation } from '../travel';
import type { Piece } from './behind';
import { readBinding } from './bindingText';
import { unknownPart } from './headings';
import { partsOf, type Block, type Draft, type Gathered } from './gathered';
import { jointId } from './write';

export function depths(reading: Gathered, draft: Draft, block: Block): void {
  for (const line of block.inner) {
    const colon = /:(?=\s|$)/.exec(line.text)?.index ?? -1;
    if (colon <= 0) {
      reading.fail(line, { text: line.text, at: 0 }, 'A depth is KEY: at 1.5 mm, or board: at 1.5 mm.');
      continue;
    }
    reading.source.spend(20 + line.text.length / 4);
    const said = line.text.slice(colon + 1);
    const parsed = parseActuation(said);
    if (!parsed.ok) {
      reading.fail(line, { text: said.trim(), at: colon + 1 + said.length - said.trimStart().length }, parsed.message);
      continue;
    }
    const words = [...line.text.slice(0, colon).matchAll(/\S+/g)].map(({ 0: text, index }): Piece => ({
      text,
      at: index,
    }));
    for (const piece of words) {
      if (piece.text.toLowerCase() === 'board') {
        draft.profile.travel.board = parsed.actuation;
        reading.site(line, undefined, 'depth', { alone: words.length === 1 });
        continue;
      }
      const key = reading.key(draft, line, piece);
      if (key === undefined) continue;
      draft.profile.travel.keys[key] = parsed.actuation;
      reading.site(line, undefined, 'depth', { key, alone: words.length === 1 });
    }
  }
}

export function joint(reading: Gathered, draft: Draft, block: Block): void {
  const colon = /:(?=\s|$)/.exec(block.rest.text)?.index ?? -1;
  if (colon < 0) {
    reading.fail(block.head, block.rest, 'A joint press is: joint J + K, within 40 ms: what it does.');
    return;
  }
  reading.source.spend(40 + block.rest.text.length / 2 + draft.profile.joints.length / 10);
  let withinMs = 40;
  let id: string | undefined;
  const [first, ...others] = partsOf({ text: block.rest.text.slice(0, colon), at: block.rest.at });
  for (const part of others) {
    const within = /^within (\d{1,4}) ?ms$/i.exec(part.text)?.[1];
    const own = /^id (\S+)$/i.exec(part.text)?.[1];
    if (within !== undefined) withinMs = Number(within);
    else if (own !== undefined) id = own;
    else reading.fail(block.head, part, unknownPart('joint', part));
  }
  const words = first
    ? [...first.text.matchAll(/(?:^|\s)(?!\+\s)(\S+)/g)].map(({ 1: text = '', index, 0: whole }): Piece => ({
        text,
        at: first.at + index + whole.length - text.length,
      }))
    : [];
  const keys = words.flatMap((piece) => reading.key(draft, block.head, piece) ?? []);
  if (keys.length < words.length) return;
  if (keys.length < LIMITS.jointKeys.least || keys.length > LIMITS.jointKeys.most) {
    reading.fail(
      block.head,
      first ?? block.rest,
      `A joint press has ${LIMITS.jointKeys.least} to ${LIMITS.jointKeys.most} keys, with a + between them.`,
    );
    return;
  }
  const said = block.rest.text.slice(colon + 1);
  const at = block.rest.at + colon + 1 + said.length - said.trimStart().length;
  const read = readBinding(said.trim(), draft.profile);
  if (!read.ok) {
    reading.fail(
      block.head,
      { text: said.trim().slice(read.at, read.at + read.length), at: at + read.at },
      read.message,
    );
    return;
  }
  if (read.binding.kind !== 'act') {
    reading.fail(block.head, { text: said.trim(), at }, 'A joint press does one action, without tap and hold.');
    return;
  }
  const joint = { id: id ?? jointId(keys), keys, withinMs, action: read.binding.action };
  reading.site(block.head, undefined, 'joint', { id: joint.id });
  const there = draft.profile.joints.findIndex((one) => one.id === joint.id);
  if (there >= 0) draft.profile.joints[there] = joint;
  else draft.profile.joints.push(joint);
}

/** A layer in a line: its name, or `#id` of one that is not there (yet). */
function layerIn(reading: Gathered, draft: Draft, block: Block, piece: Piece): string | undefined {
  const layer = reading.layerNamed(draft, piece);
  if (!layer && piece.text.startsWith('#')) return piece.text.slice(1);
  if (!layer) reading.failName(block.head, piece, 'layer', draft.profile.layers);
  return layer?.id;
}

/** `lamp NumLock lit: Numbers`: a layer while a lamp of the host is lit, or dark. */
export function lamp(reading: Gathered, draft: Draft, block: Block): void {
  const [which, shows, more] = partsOf(block.rest, ':');
  const [, name = '', how = ''] = /^(\S+)\s+(\S+)$/.exec(which?.text ?? '') ?? [];
  const found = HOST_LAMPS.find((one) => one.toLowerCase() === name.toLowerCase());
  const isLit = how.toLowerCase() === 'lit';
  if (!which || !shows || more || !found || !(isLit || how.toLowerCase() === 'dark')) {
    const names = HOST_LAMPS.join(', ');
    reading.fail(
      block.head,
      block.rest,
      `The layer of a lamp is: lamp NumLock lit: Numbers; or dark. The lamps are ${names}.`,
    );
    return;
  }
  const id = layerIn(reading, draft, block, shows);
  if (id === undefined) return;
  const made = { lamp: found, lit: isLit, shows: id };
  draft.profile.lampLayers.push(made);
  reading.site(block.head, undefined, 'lamp', { id: idIn(made) });
}

export function joined(reading: Gathered, draft: Draft, block: Block): void {
  const parts = partsOf(block.rest, ':');
  const [when, also, more] = parts;
  if (!when || !also || more) {
    reading.fail(block.head, block.rest, 'Joined layers are: joined Move, Signs: Far.');
    return;
  }
  const idOf = (piece: Piece): string | undefined => layerIn(reading, draft, block, piece);
  const ids = partsOf(when).map(idOf);
  const to = idOf(also);
  if (to === undefined || ids.some((id) => id === undefined)) return;
  draft.profile.joinedLayers.push({ when: ids as string[], also: to });
  reading.site(block.head, undefined, 'joined', { id: `${ids.join('+')} > ${to}` });
}
