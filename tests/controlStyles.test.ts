/** The style sheet of the controls, made when the app is built. That nothing is missing in it is seen on every view (`accessible.test.ts`). */
import { expect, test } from '@jest/globals';
import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { controlStyles } from '../scripts/controlStyles';
import { antThemeOf } from '../src/app/theme/controls';

const SHEET = controlStyles({});

// What opens only now and then, and on no view that is looked at as a whole.
test.each(['modal-confirm', 'collapse', 'divider', 'tooltip', 'popover', 'select-dropdown', 'dropdown', 'message'])(
  'it has rules for %s',
  (name) => expect(new RegExp(`(^|[},])\\.ant-${name}[{ ]`).test(SHEET)).toBe(true),
);

/** What the app takes from the library, of all that it draws. */
const taken = new Set(
  readdirSync('src/app', { recursive: true, encoding: 'utf8' })
    .filter((path) => path.endsWith('.tsx'))
    .flatMap((path) => [...readFileSync(join('src/app', path), 'utf8').matchAll(/import \{([^}]*)\} from 'antd'/g)])
    .flatMap(([, names = '']) => names.split(','))
    .map((name) => name.replace(/ as .*/, '').trim())
    .filter((name) => /^[A-Z]\w*$/.test(name)),
);
/** By what their class names begin with, where that is not their own name. */
const BEGINS: Readonly<Record<string, string>> = { App: 'message', AutoComplete: 'select', Button: 'btn' };
/** Draws nothing by itself. */
const UNSEEN = ['ConfigProvider'];

test.each([...taken].filter((name) => !UNSEEN.includes(name)))('it has rules for %s, which the app uses', (name) => {
  const begins = BEGINS[name] ?? name.replace(/(?!^)[A-Z]/g, '-$&').toLowerCase();
  expect(SHEET.includes(`.ant-${begins}`)).toBe(true);
});

test('both cloths have the same rules, and differ in their variables', () => {
  expect(SHEET).toContain('.ant-btn{');
  expect(controlStyles(antThemeOf('linen'))).toBe(SHEET);
  expect(controlStyles(antThemeOf('night'))).toBe(SHEET);
});
