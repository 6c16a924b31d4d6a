/** The style sheet of the controls, made when the app is built. That nothing is missing in it is seen on every view (`accessible.test.ts`). */
import { expect, test } from '@jest/globals';
import { controlStyles } from '../scripts/controlStyles';
import { antThemeOf } from '../src/app/theme/controls';

const SHEET = controlStyles({});

// What opens only now and then, and on no view that is looked at as a whole.
test.each(['modal-confirm', 'collapse', 'divider', 'tooltip', 'popover', 'select-dropdown', 'dropdown', 'message'])(
  'it has rules for %s',
  (name) => expect(new RegExp(`(^|[},])\\.ant-${name}[{ ]`).test(SHEET)).toBe(true),
);

test('both cloths have the same rules, and differ in their variables', () => {
  expect(SHEET).toContain('.ant-btn{');
  expect(controlStyles(antThemeOf('linen'))).toBe(SHEET);
  expect(controlStyles(antThemeOf('night'))).toBe(SHEET);
});
