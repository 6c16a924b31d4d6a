/** The small sign of a profile, drawn in the dye of its base; its name is the profile's `icon`. */
import type { ReactElement } from 'react';

const SIGNS: Readonly<Record<string, ReactElement>> = {
  spool: <path d="M4 3h12M4 17h12M6 3c2 3 2 11 0 14M14 3c-2 3-2 11 0 14M6.8 7h6.4M7.3 10h5.4M6.8 13h6.4" />,
  lantern: <path d="M7 3h6M10 3V1.5M6 5.5h8L13 16H7zM6.6 18.5h6.8M10 8v4.5" />,
  book: (
    <path d="M10 5C8 3.5 5 3.5 2.5 4.2v11.6C5 15.1 8 15.1 10 16.6c2-1.5 5-1.5 7.5-.8V4.2C15 3.5 12 3.5 10 5zM10 5v11.6" />
  ),
  bell: (
    <path d="M4.5 14.5h11c-1.4-1.6-1.6-3-1.6-5.6A3.9 3.9 0 0 0 10 5a3.9 3.9 0 0 0-3.9 3.9c0 2.6-.2 4-1.6 5.6zM10 5V3M8.4 16.6h3.2" />
  ),
  drum: <path d="M3 7c0-3.4 14-3.4 14 0v6.5c0 3.4-14 3.4-14 0zM3 7c0 3.4 14 3.4 14 0M6 10l2 6M14 10l-2 6" />,
  needle: <path d="M16.5 3.5L3 17M16.5 3.5c-2-.4-3.4 1-3 3M13.6 6.4c-4 .2-8 1-9.6 5" />,
  shuttle: <path d="M1.5 10C6 5 14 5 18.5 10 14 15 6 15 1.5 10zM6.5 10h7" />,
  key: <path d="M3 3h14v14H3zM6.5 6.5h7v5.5h-7z" />,
  star: <path d="M10 2.5l2.2 5 5.3.5-4 3.6 1.2 5.3L10 14.1l-4.7 2.8 1.2-5.3-4-3.6 5.3-.5z" />,
  knot: <path d="M3 15c4-12 10-12 14 0M17 5C13 17 7 17 3 5" />,
};

export const ICONS: readonly string[] = Object.keys(SIGNS);

export const ProfileIcon = ({ icon, size = 20 }: { icon: string; size?: number }) => (
  <svg
    width={size}
    height={size}
    viewBox="0 0 20 20"
    fill="none"
    stroke="currentColor"
    strokeWidth={1.5}
    strokeLinecap="round"
    strokeLinejoin="round"
    aria-hidden="true"
  >
    {SIGNS[icon] ?? SIGNS.spool}
  </svg>
);
