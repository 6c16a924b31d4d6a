/** Whether the style sheet of the controls, made when the app is built, has the rules for what a page shows. */
import type { Page } from 'puppeteer-core';
import { controlStyles } from '../scripts/controlStyles';

let sheet: string | undefined;

/** The kinds of controls in the page, by the beginning of their class names. */
const CONTROLS = `[...new Set([...document.querySelectorAll('[class*="ant-"]')]
  .flatMap(({ classList }) => [...classList])
  .flatMap((name) => /^ant-(?:input-number|color-picker|[a-z]+)/.exec(name) ?? []))]`;

/** The rules for controls, all but their variables, that the page has written itself. */
const WRITTEN = `[...document.querySelectorAll('style')]
  .flatMap(({ sheet }) => [...(sheet?.cssRules ?? [])].map(({ cssText }) => cssText))
  .filter((rule) => /^[^{]*\\.ant-[^{]*\\{(?!\\s*--)/.test(rule))`;

/** Controls in the page without rules in the style sheet, and rules that it has not needed. */
export async function notInSheet(page: Page): Promise<string[]> {
  const rules = (sheet ??= controlStyles({}));
  const controls = (await page.evaluate(CONTROLS)) as string[];
  const bare = controls.filter((name) => !new RegExp(`\\.${name}[^a-z]`).test(rules));
  return [...bare, ...((await page.evaluate(WRITTEN)) as string[])];
}
