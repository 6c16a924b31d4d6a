/** How an engine stands between two events, for who draws the keyboard or lights its lamps. */
export type Standing = {
  /** The layers that are active, the one that is asked first before the others; the base last. */
  layers: readonly number[];
  /** Whether any usage is latched, and whether capitals are written until the word ends. */
  hasLatches: boolean;
  capitals: boolean;
  /** The keys whose press waits for a decision, by their places on the board. */
  waiting: readonly number[];
};
