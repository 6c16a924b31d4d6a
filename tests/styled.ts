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

/** What controls, the text editor and charts bring by themselves has its rules from them. */
const NOT_OURS = /^(ant-|css-|cm-|ͼ|rc-|anticon|active$)/;

/** Paths that are single strokes enclose nothing, whatever they would be filled with. */
const STROKES = /^(\s*M[^A-Z]*[LHV][^A-Z]*)+$/i;

/** Classes in the page that no rule of its sheets speaks of, and shapes that have the look that browsers give to what has none. */
const UNSTYLED = `(() => {
  const rulesOf = (rules) => [...rules].flatMap((rule) => [...(rule.selectorText ? [rule.selectorText] : []), ...(rule.cssRules ? rulesOf(rule.cssRules) : [])]);
  const known = new Set([...document.styleSheets].flatMap((sheet) => rulesOf(sheet.cssRules)).flatMap((text) => [...text.matchAll(/\\.([\\w-]+)/g)].map(([, name]) => name)));
  const ours = [...document.querySelectorAll('[class]')].filter((element) => !element.closest('.apexcharts-canvas'));
  // A word for a state may have no rule of its own, on what has one.
  const bare = ours.filter(({ classList }) => ![...classList].some((name) => known.has(name) || ${String(NOT_OURS)}.test(name))).flatMap(({ classList }) => [...classList]);
  const black = [...document.querySelectorAll('svg :is(path, rect, circle, ellipse, polygon, polyline, line)')].filter((shape) => {
    const { fill, stroke, display, visibility } = getComputedStyle(shape);
    if (display === 'none' || visibility === 'hidden' || shape.closest('defs, clipPath, mask, pattern, .anticon, .apexcharts-canvas')) return false;
    if (shape.matches('path') && ${String(STROKES)}.test(shape.getAttribute('d') ?? '')) return stroke === 'none';
    if (shape.matches('line, polyline')) return stroke === 'none' && shape.matches('line');
    return fill === 'rgb(0, 0, 0)' && !shape.closest('[fill]') && !shape.getAttribute('style')?.includes('fill');
  });
  return [...new Set([...bare, ...black.map((shape) => 'without a look: ' + shape.tagName + ' in ' + (shape.closest('[class]')?.getAttribute('class') ?? ''))])];
})()`;

/** What of a page has no look of ours: nothing, also on the page that is opened first, when no other has brought its sheets. */
export const unstyled = (page: Page): Promise<string[]> => page.evaluate(UNSTYLED) as Promise<string[]>;
