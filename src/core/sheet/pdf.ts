/**
 * A sheet as PDF (ISO 32000), at true size. The typeface goes into the file; a character that it lacks is drawn when it is an arrow, and otherwise shown as an empty box, as readers do
 * it. A text is never wider than what was measured for it.
 */
import fontkit from '@pdf-lib/fontkit';
import { degrees, LineCapStyle, PDFDocument, rgb, type PDFFont, type PDFPage } from 'pdf-lib';
import { aboutWidth, type Point, type Shape, type Sheet } from './shapes';

/** The typeface in pieces, each for some of the characters: usual and bold. */
export type SheetFonts = { usual: readonly Uint8Array[]; bold: readonly Uint8Array[] };

/** Points of a PDF in a millimetre: 72 of them are an inch. */
const POINTS = 72 / 25.4;

const colorOf = (hex: string) =>
  rgb(parseInt(hex.slice(1, 3), 16) / 255, parseInt(hex.slice(3, 5), 16) / 255, parseInt(hex.slice(5, 7), 16) / 255);

/** Arrows as strokes on a square of 1 by 1, the base line below. */
const ARROWS: Readonly<Record<string, readonly (readonly [number, number])[]>> = {
  '←': [
    [0.95, 0.5],
    [0.05, 0.5],
    [0.35, 0.25],
    [0.05, 0.5],
    [0.35, 0.75],
  ],
  '→': [
    [0.05, 0.5],
    [0.95, 0.5],
    [0.65, 0.25],
    [0.95, 0.5],
    [0.65, 0.75],
  ],
  '↑': [
    [0.5, 0.95],
    [0.5, 0.05],
    [0.25, 0.35],
    [0.5, 0.05],
    [0.75, 0.35],
  ],
  '↓': [
    [0.5, 0.05],
    [0.5, 0.95],
    [0.25, 0.65],
    [0.5, 0.95],
    [0.75, 0.65],
  ],
  '◀': [
    [0.85, 0.1],
    [0.85, 0.9],
    [0.15, 0.5],
    [0.85, 0.1],
  ],
  '▶': [
    [0.15, 0.1],
    [0.15, 0.9],
    [0.85, 0.5],
    [0.15, 0.1],
  ],
};
const BOX: readonly (readonly [number, number])[] = [
  [0.15, 0.15],
  [0.85, 0.15],
  [0.85, 0.85],
  [0.15, 0.85],
  [0.15, 0.15],
];

type Face = { font: PDFFont; has: ReadonlySet<number> };

class PageWriter {
  constructor(
    private readonly page: PDFPage,
    private readonly heightMm: number,
    private readonly faces: { usual: readonly Face[]; bold: readonly Face[] },
  ) {}

  draw(shape: Shape): void {
    switch (shape.is) {
      case 'outline': {
        const { points, stroke, widthMm, fill, dashMm } = shape;
        const path = `M${points.map(({ x, y }) => `${x * POINTS} ${y * POINTS}`).join('L')}Z`;
        this.page.drawSvgPath(path, {
          x: 0,
          y: this.heightMm * POINTS,
          borderColor: colorOf(stroke),
          borderWidth: widthMm * POINTS,
          ...(fill !== undefined && { color: colorOf(fill) }),
          ...(dashMm && { borderDashArray: dashMm.map((mm) => mm * POINTS) }),
        });
        return;
      }
      case 'line':
        this.line(shape.from, shape.to, shape.stroke, shape.widthMm);
        return;
      case 'text':
        this.text(shape);
    }
  }

  private line(from: Point, to: Point, color: string, widthMm: number): void {
    const at = ({ x, y }: Point): Point => ({ x: x * POINTS, y: (this.heightMm - y) * POINTS });
    this.page.drawLine({
      start: at(from),
      end: at(to),
      color: colorOf(color),
      thickness: widthMm * POINTS,
      lineCap: LineCapStyle.Round,
    });
  }

  private text({ at, text, sizeMm, color, isBold, angle = 0, about = at }: Extract<Shape, { is: 'text' }>): void {
    const faces = isBold ? this.faces.bold : this.faces.usual;
    const runs = runsOf(text, faces);
    const widthAt1 = runs.reduce((sum, run) => sum + run.width, 0);
    const size = Math.min(sizeMm, widthAt1 === 0 ? sizeMm : (aboutWidth(text, sizeMm) * 1.02) / widthAt1);
    const turn = (point: Point): Point => turned(point, angle, about);
    let x = at.x;
    for (const run of runs) {
      const start = turn({ x, y: at.y });
      if (run.face)
        this.page.drawText(run.text, {
          x: start.x * POINTS,
          y: (this.heightMm - start.y) * POINTS,
          size: size * POINTS,
          font: run.face.font,
          color: colorOf(color),
          rotate: degrees(-angle),
        });
      else {
        const strokes = (ARROWS[run.text] ?? BOX).map(([sx, sy]) =>
          turn({ x: x + sx * size * 0.62, y: at.y - size * 0.66 + sy * size * 0.62 }),
        );
        strokes.forEach((to, n) => {
          const from = strokes[n - 1];
          if (from) this.line(from, to, color, size * 0.07);
        });
      }
      x += run.width * size;
    }
  }
}

function turned({ x, y }: Point, angle: number, about: Point): Point {
  const turn = (angle * Math.PI) / 180;
  const [dx, dy] = [x - about.x, y - about.y];
  return {
    x: about.x + dx * Math.cos(turn) - dy * Math.sin(turn),
    y: about.y + dx * Math.sin(turn) + dy * Math.cos(turn),
  };
}

/** A text in runs of one font each; `width` at size 1. What no font has stands alone. */
function runsOf(text: string, faces: readonly Face[]): { text: string; face?: Face; width: number }[] {
  const runs: { text: string; face?: Face; width: number }[] = [];
  for (const sign of text) {
    const face = faces.find(({ has }) => has.has(sign.codePointAt(0) ?? 0));
    const last = runs.at(-1);
    if (face && last?.face === face) last.text += sign;
    else runs.push({ text: sign, ...(face && { face }), width: 0.66 });
  }
  for (const run of runs) if (run.face) run.width = run.face.font.widthOfTextAtSize(run.text, 1);
  return runs;
}

/** The sheet as the bytes of a PDF file. */
export async function sheetPdf(sheet: Sheet, fonts: SheetFonts): Promise<Uint8Array> {
  const document = await PDFDocument.create();
  document.registerFontkit(fontkit);
  document.setTitle(sheet.title);
  document.setCreator('Underloom');
  const epoch = new Date(0);
  document.setCreationDate(epoch);
  document.setModificationDate(epoch);
  const faceOf = async (bytes: Uint8Array): Promise<Face> => {
    const font = await document.embedFont(bytes, { subset: true });
    return { font, has: new Set(font.getCharacterSet()) };
  };
  const faces = {
    usual: await Promise.all(fonts.usual.map(faceOf)),
    bold: await Promise.all(fonts.bold.map(faceOf)),
  };
  for (const { widthMm, heightMm, shapes } of sheet.pages) {
    const writer = new PageWriter(document.addPage([widthMm * POINTS, heightMm * POINTS]), heightMm, faces);
    for (const shape of shapes) writer.draw(shape);
  }
  return document.save();
}
