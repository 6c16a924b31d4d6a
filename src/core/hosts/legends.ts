/** What this host makes of a key, as it stands on a cap and in a sentence. */
import { legendOfCode, titleOfCode, type Code } from '../codes';
import { hostLayout } from './bring';
import { levelsOf, signOfDead } from './characters';
import { deadOf, type HostLayoutData, type Made } from './layout';
import { codesOfStroke, strokesOf } from './strokes';

/** Behind the sign of a dead key, which waits for the next. */
const WAITS = '◌';

/** A character or dead key as it is shown: a letter as a capital, a dead key with a mark. */
export function shownOf(layout: HostLayoutData, made: Made): string {
  if (deadOf(made) !== undefined) return `${signOfDead(layout, made)}${WAITS}`;
  const upper = made.toUpperCase();
  return [...upper].length === 1 && upper.toLowerCase() === made ? upper : made;
}

/** The legend of a key on a host: what it makes there, where that is not what it makes on a US host. */
export function legendOnHost(layout: HostLayoutData, code: Code): string {
  const [made = ''] = levelsOf(layout, code);
  const [usual = ''] = levelsOf(hostLayout('us'), code);
  return made === '' || made === usual || /^\s$/.test(made) ? legendOfCode(code) : shownOf(layout, made);
}

/** The name of a key in a sentence: its own, and what a host makes of it where that is something else than on a US host. */
export function titleOnHost(layout: HostLayoutData, code: Code): string {
  const legend = legendOnHost(layout, code);
  return legend === legendOfCode(code) ? titleOfCode(code) : `${titleOfCode(code)} (${legend} on this host)`;
}

/** What AltGr makes of a key on a host; '' when nothing, or nothing of its own. */
export function altGrOnHost(layout: HostLayoutData, code: Code): string {
  const [plain = '', , made = ''] = layout.altGr ? levelsOf(layout, code) : [];
  return made === '' || made === plain || /^\s$/.test(made) ? '' : shownOf(layout, made);
}

/** What is pressed for a text on a host, character by character, by what stands on the caps there; `?` for what no keys make. */
export function pressesOfText(layout: HostLayoutData, text: string): string[] {
  const name = (code: Code): string =>
    code === 'AltRight' ? 'AltGr' : code === 'ShiftLeft' ? 'Shift' : legendOnHost(layout, code);
  return [...text].map(
    (character) =>
      strokesOf(layout, character)
        ?.map((stroke) => codesOfStroke(stroke).map(name).join('+'))
        .join(' ') ?? '?',
  );
}
