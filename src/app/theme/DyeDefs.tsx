/** The stitch patterns and hatching that drawings refer to, once for the whole page. */
import type { ReactElement } from 'react';
import type { Dye } from '../../core/profile';

const STITCHES: Readonly<Record<Dye, ReactElement>> = {
  indigo: <path d="M4 0V5" />,
  madder: <path d="M1 7L7 1" />,
  weld: <circle cx="4" cy="4" r="1" />,
  verdigris: <path d="M1 1L7 7" />,
  walnut: <path d="M1 2H7M1 6H7" />,
  orchil: <path d="M1 1L7 7M7 1L1 7" />,
  iron: <path d="M4 0V3M4 5V6.5" />,
  woad: <path d="M1 4L4 1L7 4M1 8L4 5L7 8" />,
};

export const DyeDefs = () => (
  <svg width="0" height="0" aria-hidden="true" className="dye-defs">
    <defs>
      {(Object.keys(STITCHES) as Dye[]).map((dye) => (
        <pattern key={dye} id={`stitch-${dye}`} width="8" height="8" patternUnits="userSpaceOnUse">
          <g stroke={`var(--${dye})`} strokeWidth="1.8" fill="none" strokeLinecap="round">
            {STITCHES[dye]}
          </g>
        </pattern>
      ))}
      <pattern id="hatch" width="6" height="6" patternUnits="userSpaceOnUse" patternTransform="rotate(45)">
        <rect width="6" height="6" fill="var(--hatch-ground)" />
        <rect width="1.6" height="6" fill="var(--hatch-line)" />
      </pattern>
    </defs>
  </svg>
);
