/** `diff`: what is different between two profiles, in lines for people or as JSON. */
import { sayChange } from '../core/compare';
import { diff } from '../core/profile';
import { loadFiled } from './input';
import type { Telling } from './io';

export function* diffCommand(a: string, b: string, options: { json?: boolean; board?: string }): Telling {
  const [{ profile: from }, { profile: to }] = [loadFiled(a, options.board), loadFiled(b, options.board)];
  const changes = diff(from, to);
  if (options.json) {
    const said = changes.map((change) => ({ ...change, text: sayChange(change, from, to).text }));
    yield `${JSON.stringify(said, null, 2)}\n`;
    return;
  }
  const lines = changes.map((change) => sayChange(change, from, to).text.replace(/\s*\n\s*/g, ' '));
  yield lines.length === 0 ? 'They are the same.\n' : lines.map((line) => `${line}\n`).join('');
}
