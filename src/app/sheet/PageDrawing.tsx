/** A page of a sheet on the screen, and, when it is printed, on paper: the same shapes that the files have. */
import type { Page } from '../../core/sheet';
import './PageDrawing.css';

export const PageDrawing = ({ page, label }: { page: Page; label: string }) => (
  <svg
    className="sheet-page"
    width={`${page.widthMm}mm`}
    height={`${page.heightMm}mm`}
    viewBox={`0 0 ${page.widthMm} ${page.heightMm}`}
    role="img"
    aria-label={label}
  >
    <rect className="sheet-paper" width={page.widthMm} height={page.heightMm} />
    {page.shapes.map((shape, n) => {
      switch (shape.is) {
        case 'outline':
          return (
            <polygon
              key={n}
              points={shape.points.map(({ x, y }) => `${x},${y}`).join(' ')}
              fill={shape.fill ?? 'none'}
              stroke={shape.stroke}
              strokeWidth={shape.widthMm}
              strokeDasharray={shape.dashMm?.join(' ')}
            />
          );
        case 'line':
          return (
            <line
              key={n}
              x1={shape.from.x}
              y1={shape.from.y}
              x2={shape.to.x}
              y2={shape.to.y}
              stroke={shape.stroke}
              strokeWidth={shape.widthMm}
              strokeLinecap="round"
            />
          );
        case 'text':
          return (
            <text
              key={n}
              x={shape.at.x}
              y={shape.at.y}
              fontSize={shape.sizeMm}
              fontWeight={shape.isBold ? 700 : 500}
              style={{ fill: shape.color }}
              transform={
                shape.angle === undefined || !shape.about
                  ? undefined
                  : `rotate(${shape.angle} ${shape.about.x} ${shape.about.y})`
              }
            >
              {shape.text}
            </text>
          );
      }
    })}
  </svg>
);
