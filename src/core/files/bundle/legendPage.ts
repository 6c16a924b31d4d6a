/** A page that shows what every key of some profiles does, for whoever has only a browser. It has no script, and everything that comes from a profile is text. */
import { isCode, titleOfCode } from '../../codes';
import { rowsOf, type Board } from '../../board';
import { legendOf, printLine, printScoreLine } from '../../notation';
import type { Assignment, Profile } from '../../profile';

const escaped = (text: string): string =>
  text.replace(/[&<>"']/g, (sign) => `&#${sign.codePointAt(0) ?? 0};`).replace(/(?![\n\t])\p{Cc}/gu, '');

const STYLE =
  'body{font:15px/1.45 sans-serif;margin:2em auto;max-width:70em;padding:0 1em;color:#22262b;background:#f6f2ea}' +
  'table{border-collapse:collapse;margin:.5em 0 1.5em}th,td{border:1px solid #d9d1c0;padding:.2em .6em;text-align:left;background:#fffdf7}' +
  'code{font-family:monospace}small{color:#66604f}';

const keyTitle = (id: string): string => (isCode(id) ? titleOfCode(id) : id);

function rowOfKey(key: string, { does, label, note, role }: Assignment, profile: Profile): string {
  const said = printLine(does, profile) ?? legendOf({ does }, profile).main;
  const roleName = profile.roles.find(({ id }) => id === role)?.name ?? '';
  const cells = [keyTitle(key), label ?? '', said, roleName, note ?? ''];
  return `<tr>${cells.map((cell) => `<td><bdi>${escaped(cell)}</bdi></td>`).join('')}</tr>`;
}

function layerTable(layer: Profile['layers'][number], profile: Profile, board: Board | undefined): string {
  const order = board ? rowsOf(board).flatMap((row) => row.map(({ id }) => id)) : [];
  const ids = [
    ...order.filter((id) => Object.hasOwn(layer.keys, id)),
    ...Object.keys(layer.keys).filter((id) => !order.includes(id)),
  ];
  const rows = ids.map((id) => rowOfKey(id, layer.keys[id] as Assignment, profile)).join('');
  return `<h3><bdi>${escaped(layer.name)}</bdi></h3><table><tr><th>key</th><th>label</th><th>what it does</th><th>role</th><th>note</th></tr>${rows}</table>`;
}

function macroList({ macros }: Profile): string {
  if (macros.length === 0) return '';
  const parts = macros.map(({ name, onPress, repeat, onRelease }) => {
    const score = [onPress, repeat, onRelease].flatMap((one) => (one ? [printScoreLine(one)] : [])).join(' … ');
    return `<li><bdi>${escaped(name)}</bdi>: <code>${escaped(score)}</code></li>`;
  });
  return `<h3>Macros</h3><ul>${parts.join('')}</ul>`;
}

/** The page, as HTML 5. */
export function legendPage(profiles: readonly { profile: Profile; board: Board | undefined }[]): string {
  const body = profiles.map(
    ({ profile, board }) =>
      `<section><h2><bdi>${escaped(profile.name)}</bdi></h2><p><small>for the ${escaped(board?.name ?? profile.board)}</small></p>` +
      `${profile.layers.map((layer) => layerTable(layer, profile, board)).join('')}${macroList(profile)}</section>`,
  );
  return (
    '<!doctype html>\n<html lang="en"><head><meta charset="utf-8"><meta http-equiv="Content-Security-Policy" content="default-src \'none\'; style-src \'unsafe-inline\'">' +
    `<title>Key legend</title><style>${STYLE}</style></head><body><h1>Key legend</h1>${body.join('')}</body></html>\n`
  );
}
