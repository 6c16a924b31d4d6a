/** What every bar that can be chosen has, so that a pointer, a screen reader and the arrow keys find it. */
export type BarProps = {
  role: 'button';
  tabIndex: number;
  className: string;
  'aria-label': string;
  'data-from': number;
  'data-lane': string;
  /** Bars move while time runs, so what is pressed is chosen then, not when it is let go of. */
  onPointerDown: () => void;
  onClick: () => void;
};
