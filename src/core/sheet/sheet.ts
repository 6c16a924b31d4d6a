/**
 * Legend sheets: what every key does, on paper. Labels at true size, to be cut out and put on or under keycaps; or all layers on one page, to be kept beside the
 * keyboard. A sheet is computed here as shapes in millimetres; SVG, PDF and the page that prints it draw the same ones.
 */
import { cornersOf, extentOf, KEY_UNIT_MM, outlineOf, rowsOf, type Board, type BoardKey, type KeyId } from '../board';
import { AT_REST, DARK, hexOf, lampPlan, lampsAt, paletteOf, type Color } from '../lamps';
import { legendOf } from '../notation';
import { DYES, type Layer, type Profile } from '../profile';
import { fitted, rectangle, type Page, type Point, type Shape, type Sheet } from './shapes';
import { HAIR, INK, PAPER_DYES, SOFT, stitches } from './stitches';

export type SheetOptions = {
  kind: 'labels' | 'overview';
  /** Ids of the layers, the first of which is written large. */
  layers: readonly string[];
  /** Ids of the keys; all when left out. */
  keys?: readonly KeyId[];
  /** `black`: without colour, with the stitches of the dyes. */
  ink: 'colour' | 'black';
  /** `labels`: a person's own labels where there are any. `host`: what the keys make. */
  words: 'labels' | 'host';
  paper: 'a4' | 'a3' | 'letter';
  /** Roles as strips of colour, with a key to them at the foot of the page. */
  roles: boolean;
  /** What the lamp of each key shows while the first layer is active, as a dot. */
  lamps?: boolean;
};

/** Width and height of papers, lying, in mm. */
export const PAPERS = { a4: [297, 210], a3: [420, 297], letter: [279.4, 215.9] } as const;
const MARGIN_MM = 10;
/** Between labels, so that a knife has room. */
const GAP_MM = 1.5;
const HEAD_MM = 9;

type Draw = {
  profile: Profile;
  options: SheetOptions;
  color: (dye: Layer['dye']) => string;
  /** What the lamp of a key shows on a layer; undefined where it is dark, or lamps are not drawn. */
  lamp: (layer: Layer, key: KeyId) => { color: Color; place: number } | undefined;
};

const wordsOn = (layer: Layer | undefined, key: KeyId, { profile, options }: Draw): string => {
  const assignment = layer?.keys[key];
  if (!assignment || assignment.does.kind === 'pass') return '';
  if (options.words === 'labels') return legendOf(assignment, profile).main;
  const { label: _own, ...bare } = assignment;
  return legendOf(bare, profile).main;
};

const text = (at: Point, said: string, sizeMm: number, color: string, isBold = false): Shape => ({
  is: 'text',
  at,
  text: said,
  sizeMm,
  color,
  isBold,
});

/** What stands on one key: the first layer large, the others in a column, each behind its stitch. */
function legends(key: BoardKey, x: number, y: number, unitMm: number, layers: readonly Layer[], draw: Draw): Shape[] {
  const [first, ...others] = layers;
  const width = key.w * unitMm;
  const height = key.h * unitMm;
  const pad = unitMm * 0.08;
  const shapes: Shape[] = [];
  const said = wordsOn(first, key.id, draw);
  if (said !== '') {
    const main = fitted(said, unitMm * 0.24, unitMm * 0.1, width - 2 * pad);
    shapes.push(
      text(
        { x: x + pad, y: y + pad + unitMm * 0.19 },
        main.text,
        main.sizeMm,
        first ? draw.color(first.dye) : INK,
        true,
      ),
    );
  }
  const small = others.flatMap((layer) => {
    const own = wordsOn(layer, key.id, draw);
    return own === '' ? [] : [{ layer, own }];
  });
  const lineMm = Math.min(unitMm * 0.17, (height - unitMm * 0.36) / Math.max(1, small.length));
  small.forEach(({ layer, own }, n) => {
    const base = y + unitMm * 0.36 + (n + 0.8) * lineMm;
    const sign = lineMm * 0.7;
    const fit = fitted(own, lineMm * 0.92, lineMm * 0.6, width - 2 * pad - sign * 1.3);
    shapes.push(...stitches(layer.dye, x + pad, base - sign * 0.85, sign, 1, draw.color(layer.dye)));
    shapes.push(text({ x: x + pad + sign * 1.3, y: base }, fit.text, fit.sizeMm, draw.color(layer.dye)));
  });
  const lamp = first && draw.lamp(first, key.id);
  if (lamp) {
    const size = unitMm * 0.13;
    const at = { x: x + width - unitMm * 0.28, y: y + pad };
    // Without colour each has the stitch of a dye, in the order of the colours.
    shapes.push(
      ...(draw.options.ink === 'black'
        ? stitches(DYES[lamp.place % DYES.length] ?? 'indigo', at.x, at.y, size, 1, INK)
        : [
            {
              is: 'outline' as const,
              points: rectangle(at.x, at.y, size, size),
              stroke: SOFT,
              widthMm: 0.1,
              fill: hexOf(lamp.color),
            },
          ]),
    );
  }
  const role = draw.options.roles ? roleOf(key.id, layers, draw.profile) : undefined;
  if (role) {
    const at = { x: x + width - unitMm * 0.1, y: y + pad };
    shapes.push({
      is: 'outline',
      points: rectangle(at.x, at.y, unitMm * 0.05, height - 2 * pad),
      stroke: draw.options.ink === 'black' ? INK : role.color,
      widthMm: 0.1,
      ...(draw.options.ink === 'colour' && { fill: role.color }),
    });
  }
  return shapes;
}

const roleOf = (key: KeyId, layers: readonly Layer[], profile: Profile): Profile['roles'][number] | undefined => {
  const id = layers.map((layer) => layer.keys[key]?.role).find((role) => role !== undefined);
  return profile.roles.find((role) => role.id === id);
};

/** The layers' names with their stitches, and the roles with their colours, along the foot of a page. */
function footOf(y: number, layers: readonly Layer[], draw: Draw): Shape[] {
  const shapes: Shape[] = [];
  let x = MARGIN_MM;
  for (const layer of layers) {
    shapes.push(
      ...stitches(layer.dye, x, y - 2.4, 2.4, 2, draw.color(layer.dye)),
      text({ x: x + 6, y }, layer.name, 3, draw.color(layer.dye)),
    );
    x += 10 + layer.name.length * 1.7;
  }
  for (const role of draw.options.roles ? draw.profile.roles : []) {
    shapes.push(
      {
        is: 'outline',
        points: rectangle(x, y - 2.4, 1, 2.8),
        stroke: draw.options.ink === 'black' ? INK : role.color,
        widthMm: 0.1,
        ...(draw.options.ink === 'colour' && { fill: role.color }),
      },
      text({ x: x + 2, y }, role.name, 3, SOFT),
    );
    x += 7 + role.name.length * 1.7;
  }
  return shapes;
}

/** Labels at true size, row by row of the board, cut lines around each. */
function labelPages(board: Board, keys: ReadonlySet<KeyId>, layers: readonly Layer[], draw: Draw): Page[] {
  const [widthMm, heightMm] = PAPERS[draw.options.paper];
  const pages: Page[] = [];
  let shapes: Shape[] = [];
  let labels: Page['labels'][number][] = [];
  let x = MARGIN_MM;
  let y = MARGIN_MM + HEAD_MM;
  let rowMm = 0;
  const turnPage = (): void => {
    if (labels.length === 0) return;
    const head = text(
      { x: MARGIN_MM, y: MARGIN_MM + 4 },
      `${draw.profile.name}: labels at true size, page ${pages.length + 1}`,
      4,
      INK,
      true,
    );
    pages.push({
      widthMm,
      heightMm,
      labels,
      shapes: [head, ...footOf(heightMm - MARGIN_MM + 3, layers, draw), ...shapes],
    });
    shapes = [];
    labels = [];
    y = MARGIN_MM + HEAD_MM;
  };
  for (const row of rowsOf(board)) {
    for (const key of row) {
      if (!keys.has(key.id)) continue;
      const [own, tall] = [key.w * KEY_UNIT_MM, key.h * KEY_UNIT_MM];
      if (x + own > widthMm - MARGIN_MM && x > MARGIN_MM) {
        x = MARGIN_MM;
        y += rowMm + GAP_MM;
        rowMm = 0;
      }
      if (y + tall > heightMm - MARGIN_MM - 4) {
        turnPage();
        x = MARGIN_MM;
        rowMm = 0;
      }
      labels.push({ key: key.id, x, y, widthMm: own, heightMm: tall });
      const points = key.second
        ? outlineOf({ ...key, x: 0, y: 0 })
            .flat()
            .map((at) => ({ x: x + at.x * KEY_UNIT_MM, y: y + at.y * KEY_UNIT_MM }))
        : rectangle(x, y, own, tall);
      shapes.push({ is: 'outline', points, stroke: HAIR, widthMm: 0.15, dashMm: [1.2, 0.8] });
      shapes.push(...legends(key, x, y, KEY_UNIT_MM, layers, draw));
      x += own + GAP_MM;
      rowMm = Math.max(rowMm, tall);
    }
    if (x > MARGIN_MM) {
      x = MARGIN_MM;
      y += rowMm + GAP_MM;
      rowMm = 0;
    }
  }
  turnPage();
  return pages;
}

/** Each layer as a small board, all on one page. */
function overviewPage(board: Board, keys: ReadonlySet<KeyId>, layers: readonly Layer[], draw: Draw): Page {
  const [widthMm, heightMm] = PAPERS[draw.options.paper];
  const extent = extentOf(board);
  const room = { width: widthMm - 2 * MARGIN_MM, height: heightMm - 2 * MARGIN_MM - HEAD_MM - 5 };
  // As many columns as make the boards largest.
  const unitFor = (columns: number): number =>
    Math.min(
      (room.width / columns - 6) / extent.width,
      (room.height / Math.ceil(layers.length / columns) - 8) / extent.height,
      KEY_UNIT_MM,
    );
  const columns = [1, 2, 3, 4].reduce((best, one) => (unitFor(one) > unitFor(best) ? one : best), 1);
  const unitMm = unitFor(columns);
  const cell = { width: room.width / columns, height: room.height / Math.ceil(layers.length / columns) };
  const shapes: Shape[] = [
    text({ x: MARGIN_MM, y: MARGIN_MM + 4 }, `${draw.profile.name}, ${board.name}`, 4.6, INK, true),
  ];
  layers.forEach((layer, n) => {
    const left = MARGIN_MM + (n % columns) * cell.width;
    const top = MARGIN_MM + HEAD_MM + Math.floor(n / columns) * cell.height;
    shapes.push(
      ...stitches(layer.dye, left, top, 3, 2, draw.color(layer.dye)),
      text({ x: left + 7, y: top + 2.6 }, layer.name, 3.4, draw.color(layer.dye), true),
    );
    for (const key of board.keys) {
      if (!keys.has(key.id)) continue;
      const at = (point: Point): Point => ({ x: left + point.x * unitMm, y: top + 5 + point.y * unitMm });
      for (const corners of cornersOf(key))
        shapes.push({ is: 'outline', points: corners.map(at), stroke: HAIR, widthMm: 0.15 });
      const middle = at({ x: key.x + key.w / 2, y: key.y + key.h / 2 });
      const own = legends({ ...key, angle: 0 }, at(key).x, at(key).y, unitMm, [layer], draw);
      shapes.push(
        ...(key.angle === 0
          ? own
          : own.map((shape): Shape => (shape.is === 'text' ? { ...shape, angle: key.angle, about: middle } : shape))),
      );
    }
  });
  shapes.push(...footOf(heightMm - MARGIN_MM + 3, layers, draw));
  return { widthMm, heightMm, labels: [], shapes };
}

/** What lamps show on each layer, on top of the base; worked out once a layer. */
function lampsOf(profile: Profile, board: Board): Draw['lamp'] {
  const plan = lampPlan(profile, board);
  const palette = paletteOf(plan);
  const byLayer = new Map(
    profile.layers.map(({ id }, n) => [id, lampsAt(plan, { ...AT_REST, layers: n === 0 ? [0] : [n, 0] })]),
  );
  const placeOf = new Map(board.keys.map(({ id }, n) => [id, n]));
  return ({ id }, key) => {
    const color = byLayer.get(id)?.[placeOf.get(key) ?? -1] ?? DARK;
    return color === DARK ? undefined : { color, place: palette.indexOf(color) };
  };
}

/** A legend sheet of a profile on its board. */
export function sheetOf(profile: Profile, board: Board, options: SheetOptions): Sheet {
  const layers = profile.layers.filter(({ id }) => options.layers.includes(id));
  const keys = new Set(
    board.keys.map(({ id }) => id).filter((id) => options.keys === undefined || options.keys.includes(id)),
  );
  const draw: Draw = {
    profile,
    options,
    color: (dye) => (options.ink === 'black' ? INK : PAPER_DYES[dye]),
    lamp: options.lamps ? lampsOf(profile, board) : () => undefined,
  };
  const pages =
    options.kind === 'labels' ? labelPages(board, keys, layers, draw) : [overviewPage(board, keys, layers, draw)];
  return { title: profile.name, pages };
}
