/** `host`: the host layouts there are, and the strokes that make a text on one. One line of JSON each. */
import { codesOfStroke, HOST_IDS, hostLayout, HOSTS, strokesOf } from '../core/hosts';
import { BadInput, type Telling } from './io';

/** A host layout by its id. */
function layoutOf(id: string) {
  const known = HOST_IDS.find((one) => one === id);
  if (!known) throw new BadInput(`${id}: there is no such host layout; there are ${HOST_IDS.join(', ')}`);
  return hostLayout(known);
}

export function* hostCommand(id: string | undefined, options: { list?: boolean; type?: string }): Telling {
  if (options.list) {
    if (id !== undefined || options.type !== undefined) throw new BadInput('--list stands alone');
    for (const host of HOSTS) yield `${JSON.stringify(host)}\n`;
    return;
  }
  if (id === undefined) throw new BadInput('host needs the id of a host layout, or --list');
  if (options.type === undefined) throw new BadInput('host needs --type and the text, or --list');
  const layout = layoutOf(id);
  const lines = [...options.type].map((char) =>
    JSON.stringify({ char, strokes: strokesOf(layout, char)?.map(codesOfStroke) ?? null }),
  );
  yield lines.map((line) => `${line}\n`).join('');
}
