/** The board of what is compared: keys that are the same in all are pale, one that differs shows a comb, a tooth for each profile. */
import { useState, type CSSProperties } from 'react';
import { contactOf, extentOf, neighbourOf, type Board, type BoardKey, type Direction } from '../../core/board';
import { legendOf } from '../../core/notation';
import { actuationOf, travelFigures, type Dye } from '../../core/profile';
import type { Row, SideLayer } from '../../core/compare';
import { capPath } from '../shared/Cap';
import { fit } from '../shared/CapFace';
import { keyLegend, keyName } from '../shared/keyNames';
import { stitchOf, threadOf } from '../theme/dyes';
import type { Compared } from './useCompared';
import './ComparedBoard.css';

const UNIT = 54;
const GAP = 4;
const TOOTH = 9;

const MOVES: Readonly<Record<string, Direction>> = {
  ArrowLeft: 'left',
  ArrowRight: 'right',
  ArrowUp: 'up',
  ArrowDown: 'down',
};

type ComparedBoardProps = {
  board: Board;
  compared: readonly Compared[];
  dyes: readonly Dye[];
  layer: SideLayer | undefined;
  /** The rows that differ and are looked at. */
  rows: readonly Row[];
  /** Keys that fire at other depths. */
  deepKeys: readonly string[];
  showsDepths: boolean;
  chosen: string;
  onChoose: (key: string) => void;
};

/** A tooth for each profile, as deep as it fires; the stitch tells them apart as well as the colour. */
const DepthComb = ({ depths, most, dyes }: { depths: readonly number[]; most: number; dyes: readonly Dye[] }) => (
  <>
    {depths.map((um, n) => {
      const height = Math.max(3, (um / most) * 24);
      const at = { x: 7 + n * (TOOTH + 2), y: 22, width: TOOTH, height, rx: 1 };
      return (
        <g key={n}>
          <rect {...at} fill={threadOf(dyes[n] ?? 'iron')} opacity={0.85} />
          {n > 0 && <rect {...at} fill={stitchOf(dyes[n] ?? 'iron')} className="tooth-stitch" />}
        </g>
      );
    })}
  </>
);

export const ComparedBoard = ({
  board,
  compared,
  dyes,
  layer,
  rows,
  deepKeys,
  showsDepths,
  chosen,
  onChoose,
}: ComparedBoardProps) => {
  const { width, height } = extentOf(board);
  const [focus, setFocus] = useState(board.keys[0]?.id ?? '');
  const differing = new Set([...rows.flatMap(({ key }) => key ?? []), ...deepKeys]);
  const first = compared[0]?.profile;
  const describe = (key: BoardKey): string => {
    const id = contactOf(board, key.id);
    const own = rows.filter((row) => row.key === id);
    if (own.length === 0 && deepKeys.includes(id))
      return `${keyName(board, key.id)} fires at ${compared.map(({ profile }) => `${actuationOf(profile, id).pointUm / 1000} mm`).join(' | ')}`;
    if (own.length === 0) return `${keyName(board, key.id)}: the same in all`;
    return `${keyName(board, key.id)} differs: ${own.map((row) => `${row.title}: ${row.values.join(' | ')}`).join('; ')}`;
  };
  return (
    <svg
      className="compared-board"
      viewBox={`-3 -3 ${width * UNIT + 6} ${height * UNIT + 6}`}
      style={{ maxWidth: width * UNIT * 1.25 } as CSSProperties}
      role="group"
      aria-label={`${board.name}, where the profiles differ`}
      onClick={(event) => {
        const id = (event.target as Element).closest('[data-key]')?.getAttribute('data-key');
        if (id) {
          setFocus(id);
          onChoose(contactOf(board, id));
        }
      }}
      onKeyDown={(event) => {
        const move = MOVES[event.key];
        if (move) {
          event.preventDefault();
          const next = neighbourOf(board, focus, move);
          setFocus(next);
          event.currentTarget.querySelector<SVGElement>(`[data-key="${CSS.escape(next)}"]`)?.focus();
        } else if (event.key === 'Enter' || event.key === ' ') {
          event.preventDefault();
          onChoose(contactOf(board, focus));
        }
      }}
    >
      {board.keys.map((key) => {
        const id = contactOf(board, key.id);
        const isOther = differing.has(id);
        const turn = key.angle === 0 ? '' : ` rotate(${key.angle} ${(key.w * UNIT) / 2} ${(key.h * UNIT) / 2})`;
        const said = layer?.own.map((own, n) => {
          const assignment = own?.keys[id];
          const profile = compared[n]?.profile;
          return assignment && profile ? legendOf(assignment, profile).main : '·';
        });
        const combs = showsDepths || (deepKeys.includes(id) && new Set(said).size === 1);
        return (
          <g
            key={key.id}
            className={`compared-key ${isOther ? 'other' : ''} ${id === chosen ? 'chosen' : ''}`}
            transform={`translate(${key.x * UNIT} ${key.y * UNIT})${turn}`}
          >
            <g
              data-key={key.id}
              className="compared-button"
              role="button"
              tabIndex={key.id === focus ? 0 : -1}
              aria-label={describe(key)}
              aria-pressed={id === chosen}
            >
              <path className="compared-cap" d={capPath(key, UNIT, GAP)} strokeLinejoin="round" />
            </g>
            {/* What is drawn on it is said by its name. */}
            <g className="compared-drawn" aria-hidden="true">
              <text className="compared-name" x={7} y={15}>
                {fit(first ? keyLegend(board, first, id) : key.id, key.w * UNIT - 14, 6.4)}
              </text>
              {isOther && combs && (
                <DepthComb
                  depths={compared.map(({ profile }) => travelFigures(actuationOf(profile, id), board.travelUm).fireUm)}
                  most={board.travelUm}
                  dyes={dyes}
                />
              )}
              {isOther &&
                !combs &&
                said?.slice(0, 6).map((text, n) => (
                  <text
                    key={n}
                    className="compared-said"
                    x={7 + (said.length > 3 ? (n % 2) * 22 : 0)}
                    y={27 + (said.length > 3 ? Math.floor(n / 2) : n) * 10}
                    style={{ fill: `var(--${dyes[n] ?? 'iron'}-text)` }}
                  >
                    {fit(text, said.length > 3 ? 21 : key.w * UNIT - 12, 5)}
                  </text>
                ))}
            </g>
          </g>
        );
      })}
    </svg>
  );
};
