/** Styles belong to what they dress: whoever draws something brings the rules for it, and what it brings is for what it draws. */
import { describe, expect, test } from '@jest/globals';
import { existsSync, readdirSync, readFileSync } from 'node:fs';
import { join, normalize } from 'node:path';
import postcss, { type Rule } from 'postcss';
import ts from 'typescript';

const APP = 'src/app';
const BASE = 'src/app/theme/base.css';
const files = (ending: string): string[] =>
  readdirSync(APP, { recursive: true, encoding: 'utf8' })
    .filter((name) => name.endsWith(ending))
    .map((name) => join(APP, name))
    .sort();

/** Words that say what state something is in; the rule for it is that of what is in the state. */
const STATES =
  /^(chosen|soft|problem|advice|open|down|up|empty|selected|mono|word|running|wrong|late|off|on|active|plain)$/;

/** Classes that a component writes: words in what it gives for a class, and the beginnings of those that it makes. */
function classesOf(file: string): { words: Set<string>; beginnings: string[] } {
  const words = new Set<string>();
  const beginnings: string[] = [];
  const collect = (node: ts.Node): void => {
    if (ts.isStringLiteral(node) || ts.isNoSubstitutionTemplateLiteral(node)) {
      for (const word of node.text.split(/\s+/)) if (word !== '') words.add(word);
    } else if (ts.isTemplateExpression(node)) {
      const parts = [node.head.text, ...node.templateSpans.map(({ literal }) => literal.text)];
      parts.forEach((part, n) => {
        const found = part.split(/\s+/);
        const made = n < parts.length - 1 ? found.pop() : undefined;
        if (made?.endsWith('-')) beginnings.push(made);
        else if (made) words.add(made);
        for (const word of found) if (word !== '') words.add(word);
      });
      node.templateSpans.forEach(({ expression }) => collect(expression));
    } else ts.forEachChild(node, collect);
  };
  const visit = (node: ts.Node): void => {
    const isClass =
      (ts.isJsxAttribute(node) || ts.isPropertyAssignment(node) || ts.isVariableDeclaration(node)) &&
      /class|look|mark|tone|kind/i.test(node.name.getText()) &&
      node.initializer;
    if (isClass) collect(isClass);
    ts.forEachChild(node, visit);
  };
  visit(ts.createSourceFile(file, readFileSync(file, 'utf8'), ts.ScriptTarget.Latest, true, ts.ScriptKind.TSX));
  return { words, beginnings };
}

const sheetsOf = (file: string): string[] =>
  [...readFileSync(file, 'utf8').matchAll(/^import '(\..*\.css)';$/gm)].map(([, path = '']) =>
    normalize(join(file, '..', path)),
  );

const components = files('.tsx').map((file) => ({ file, sheets: sheetsOf(file), ...classesOf(file) }));
const writes = ({ words, beginnings }: (typeof components)[number], name: string): boolean =>
  words.has(name) || beginnings.some((beginning) => beginning.length > 2 && name.startsWith(beginning));
const selectorsOf = (sheet: string): string[] => {
  const found: string[] = [];
  postcss.parse(readFileSync(sheet, 'utf8')).walkRules((rule: Rule) => {
    if (rule.parent?.type !== 'atrule' || !/keyframes/.test((rule.parent as { name?: string }).name ?? ''))
      found.push(...rule.selectors);
  });
  return found;
};
const classesIn = (selector: string): string[] =>
  [...selector.matchAll(/\.([A-Za-z][\w-]*)/g)].map(([, name = '']) => name);
const sheets = files('.css').map((file) => ({ file, selectors: selectorsOf(file) }));

describe.each(sheets.filter(({ file }) => file !== BASE))('$file', ({ file, selectors }) => {
  const users = components.filter((one) => one.sheets.includes(file));

  test('stands beside what brings it, and all of it is for that', () => {
    expect(users.map((one) => one.file)).not.toEqual([]);
    if (users.length === 1) expect(file.replace(/\.css$/, '')).toBe(users[0]!.file.replace(/\.tsx$/, ''));
    const forNobody = selectors.filter((selector) => {
      const own = classesIn(selector).filter((name) => !/^(ant|cm)-/.test(name));
      return own.length > 0 && !own.some((name) => users.some((user) => writes(user, name)));
    });
    expect(forNobody).toEqual([]);
  });
});

test('what a class looks like is said in one sheet', () => {
  const homes = new Map<string, Set<string>>();
  for (const { file, selectors } of sheets)
    for (const selector of selectors) {
      const [, name] = /^\.([A-Za-z][\w-]*)$/.exec(selector) ?? [];
      if (name !== undefined) homes.set(name, (homes.get(name) ?? new Set()).add(file));
    }
  expect([...homes].filter(([, files]) => files.size > 1).map(([name, files]) => [name, ...files])).toEqual([]);
});

test('a component brings the sheet of each class that it writes', () => {
  const homeOf = new Map<string, string>();
  for (const { file, selectors } of sheets)
    for (const selector of selectors) {
      const [, name] = /^\.([A-Za-z][\w-]*)$/.exec(selector) ?? [];
      if (name !== undefined) homeOf.set(name, file);
    }
  const missing = components.flatMap(({ file, words, sheets: own }) =>
    [...words].flatMap((name) => {
      const home = homeOf.get(name);
      return home === undefined || home === BASE || STATES.test(name) || own.includes(home) ? [] : [[file, name, home]];
    }),
  );
  expect(missing).toEqual([]);
});

test('letters have one of six sizes, and spaces are those of the scale', () => {
  const own: string[] = [];
  for (const { file } of sheets)
    postcss.parse(readFileSync(file, 'utf8')).walkDecls(({ prop, value }) => {
      if (prop === 'font-size' && !/^(var\(--text-\w+\)|inherit|\d*\.?\d+em)$/.test(value))
        own.push(`${file}: ${value}`);
      if (
        /^(padding|margin|gap|row-gap|column-gap)(-|$)/.test(prop) &&
        /\b(?:[2-9]|[12]\d)px/.test(value) &&
        !/clamp|max\(|min\(/.test(value)
      )
        own.push(`${file}: ${prop} ${value}`);
    });
  expect(own).toEqual([]);
  const tokens = readFileSync(BASE, 'utf8').match(/--text-\w+:/g) ?? [];
  expect(tokens).toHaveLength(6);
});

test('every sheet that is brought is there', () =>
  expect(components.flatMap((one) => one.sheets).filter((sheet) => !existsSync(sheet))).toEqual([]));
