/** Legend sheets: labels are as large as their keys, on whatever way to paper; nothing of a profile is markup; and what is too long is cut, not laid over others. */
import { beforeAll, describe, expect, test } from '@jest/globals';
import { readFileSync } from 'node:fs';
import { unzlibSync } from 'fflate';
import { PDFDocument, PDFRawStream } from 'pdf-lib';
import { PROMPT_BOOK, SHOW_DESK, SOUND_PAD } from '../../../demo';
import { BOARDS, boardById, familyById, KEY_UNIT_MM, startingBoard, type Board } from '../board';
import { bringHosts } from '../hosts';
import { plainProfile, type Profile } from '../profile';
import { pageSvg, PAPERS, sheetOf, type SheetOptions } from '.';
import { sheetPdf } from './pdf';
import { aboutWidth, fitted } from './shapes';

beforeAll(() => bringHosts());

const options = (profile: Profile, more: Partial<SheetOptions> = {}): SheetOptions => ({
  kind: 'labels',
  layers: profile.layers.map(({ id }) => id),
  ink: 'colour',
  words: 'labels',
  paper: 'a4',
  roles: true,
  ...more,
});
const FONT = (weight: number): Uint8Array =>
  new Uint8Array(
    readFileSync(`node_modules/@fontsource/alegreya-sans/files/alegreya-sans-latin-${weight}-normal.woff`),
  );
const FONTS = { usual: [FONT(500)], bold: [FONT(700)] };

/** The widths of the dashed outlines of an SVG page, in mm: its own width says how many mm its units are. */
function cutWidths(svg: string): number[] {
  const widthMm = Number(/width="([\d.]+)mm"/.exec(svg)?.[1]);
  const units = Number(/viewBox="0 0 ([\d.]+)/.exec(svg)?.[1]);
  return [...svg.matchAll(/<path d="([^"]+)"[^>]*stroke-dasharray/g)].map(([, path = '']) => {
    const xs = [...path.matchAll(/[ML]([\d.-]+) /g)].map(([, x]) => Number(x));
    return ((Math.max(...xs) - Math.min(...xs)) * widthMm) / units;
  });
}

describe('labels at true size', () => {
  const boards: Board[] = [...BOARDS, startingBoard(familyById('full-size')!, { form: 'iso' })];

  test.each(boards.map((board) => [board.name, board] as const))(
    '%s: each is as wide and as high as its key, and none lies over another',
    (_name, board) => {
      const profile = plainProfile(board, 'p', 'Plain');
      const { pages } = sheetOf(profile, board, options(profile));
      const labels = pages.flatMap((page) => page.labels);
      expect(labels.map(({ key }) => key).sort()).toEqual(board.keys.map(({ id }) => id).sort());
      for (const { key, widthMm, heightMm } of labels) {
        const own = board.keys.find(({ id }) => id === key)!;
        expect(Math.abs(widthMm - own.w * KEY_UNIT_MM)).toBeLessThan(0.1);
        expect(Math.abs(heightMm - own.h * KEY_UNIT_MM)).toBeLessThan(0.1);
      }
      for (const page of pages)
        page.labels.forEach((a, n) => {
          expect(a.x + a.widthMm).toBeLessThanOrEqual(page.widthMm - 9.9);
          expect(a.y + a.heightMm).toBeLessThanOrEqual(page.heightMm - 9.9);
          for (const b of page.labels.slice(n + 1))
            expect(
              a.x + a.widthMm <= b.x + 1e-6 ||
                b.x + b.widthMm <= a.x + 1e-6 ||
                a.y + a.heightMm <= b.y + 1e-6 ||
                b.y + b.heightMm <= a.y + 1e-6,
            ).toBe(true);
        });
    },
  );

  test('measured in the SVG, with its own millimetres', () => {
    const { pages } = sheetOf(SHOW_DESK, boardById('harrow-64')!, options(SHOW_DESK));
    for (const page of pages) {
      const widths = cutWidths(pageSvg(page));
      expect(widths).toHaveLength(page.labels.length);
      page.labels.forEach(({ widthMm }, n) => expect(Math.abs((widths[n] ?? 0) - widthMm)).toBeLessThan(0.1));
    }
  });

  test('measured in the PDF, in its points', async () => {
    const sheet = sheetOf(SHOW_DESK, boardById('harrow-64')!, options(SHOW_DESK));
    const document = await PDFDocument.load(await sheetPdf(sheet, FONTS));
    expect(document.getPageCount()).toBe(sheet.pages.length);
    const page = document.getPage(0);
    expect([page.getWidth(), page.getHeight()].map((points) => Math.round((points / 72) * 254) / 10)).toEqual(
      PAPERS.a4,
    );
    const streams = document.context.enumerateIndirectObjects().flatMap(([, object]) => {
      if (!(object instanceof PDFRawStream)) return [];
      try {
        return [Buffer.from(unzlibSync(object.contents)).toString('latin1')];
      } catch {
        return [];
      }
    });
    const outlines = streams
      .flatMap((content) =>
        [...content.matchAll(/\[[\d. ]+\] 0 d[\s\S]*?h\n/g)].map(([path]) =>
          [...path.matchAll(/([\d.-]+) [\d.-]+ [ml]\n/g)].map(([, x]) => Number(x)),
        ),
      )
      .map((xs) => ((Math.max(...xs) - Math.min(...xs)) / 72) * 25.4);
    const wanted = sheet.pages.flatMap(({ labels }) => labels.map(({ widthMm }) => widthMm));
    expect(outlines.length).toBeGreaterThanOrEqual(wanted.length);
    for (const width of wanted) expect(outlines.some((one) => Math.abs(one - width) < 0.1)).toBe(true);
  });

  test('only the keys and layers that are wanted', () => {
    const { pages } = sheetOf(
      SHOW_DESK,
      boardById('harrow-64')!,
      options(SHOW_DESK, { keys: ['KeyF', 'KeyG'], layers: ['cues'] }),
    );
    expect(pages).toHaveLength(1);
    expect(pages[0]!.labels.map(({ key }) => key)).toEqual(['KeyF', 'KeyG']);
    const said = pages[0]!.shapes.flatMap((shape) => (shape.is === 'text' ? [shape.text] : []));
    expect(said).toEqual(expect.arrayContaining(['Go', 'Ready', 'Cues']));
    expect(said).not.toContain('Rig');
  });
});

describe('one page of all layers', () => {
  test.each([SHOW_DESK, PROMPT_BOOK, SOUND_PAD])('%#: everything lies on the page', (profile) => {
    for (const paper of ['a4', 'a3', 'letter'] as const) {
      const { pages } = sheetOf(profile, boardById(profile.board)!, options(profile, { kind: 'overview', paper }));
      expect(pages).toHaveLength(1);
      const [width, height] = PAPERS[paper];
      for (const shape of pages[0]!.shapes) {
        const points =
          shape.is === 'outline' ? shape.points : shape.is === 'line' ? [shape.from, shape.to] : [shape.at];
        expect(points.filter(({ x, y }) => !(x >= 0 && x <= width && y >= 0 && y <= height))).toEqual([]);
      }
      for (const layer of profile.layers) expect(pageSvg(pages[0]!)).toContain(`>${layer.name}<`);
    }
  });
});

test('in black and white there is no colour, and every layer has its stitch', () => {
  const { pages } = sheetOf(SHOW_DESK, boardById('harrow-64')!, options(SHOW_DESK, { kind: 'overview', ink: 'black' }));
  const colors = new Set([...pageSvg(pages[0]!).matchAll(/#[0-9A-F]{6}/g)].map(([color]) => color));
  expect([...colors].sort()).toEqual(['#22262B', '#66604F', '#B9AE93']);
  expect(pages[0]!.shapes.filter(({ is }) => is === 'line').length).toBeGreaterThan(SHOW_DESK.layers.length);
});

test('own labels, or what the keys make on the host', () => {
  const said = (words: 'labels' | 'host'): string[] =>
    sheetOf(SHOW_DESK, boardById('harrow-64')!, options(SHOW_DESK, { words, layers: ['cues'] })).pages.flatMap(
      ({ shapes }) => shapes.flatMap((shape) => (shape.is === 'text' ? [shape.text] : [])),
    );
  expect(said('labels')).toContain('Curtain');
  expect(said('host')).not.toContain('Curtain');
});

test('what a profile says is text in the SVG, whatever it is', () => {
  const evil = { ...SHOW_DESK, name: '<script>"&\'</script>' };
  const svg = sheetOf(evil, boardById('harrow-64')!, options(evil)).pages.map(pageSvg).join('');
  expect(svg).not.toContain('<script');
  expect(svg).toContain('&#60;script');
});

test('a PDF of every kind of character is written, arrows and those that the typeface lacks too', async () => {
  const odd: Profile = { ...SHOW_DESK, name: '← ↑ ◀ 夜 é' };
  const bytes = await sheetPdf(sheetOf(odd, boardById('harrow-64')!, options(odd, { kind: 'overview' })), FONTS);
  expect(Buffer.from(bytes.slice(0, 5)).toString()).toBe('%PDF-');
  expect((await PDFDocument.load(bytes)).getTitle()).toBe(odd.name);
});

test('a text that does not fit is drawn smaller, and then cut', () => {
  expect(fitted('Go', 4, 2, 20)).toEqual({ text: 'Go', sizeMm: 4 });
  const { sizeMm } = fitted('Blackout', 4, 1, 10);
  expect(sizeMm).toBeLessThan(4);
  expect(aboutWidth('Blackout', sizeMm)).toBeLessThanOrEqual(10.001);
  const cut = fitted('A text that is far too long for a key', 4, 2, 12);
  expect(cut.text.endsWith('…')).toBe(true);
  expect(aboutWidth(cut.text, cut.sizeMm)).toBeLessThanOrEqual(12);
});
