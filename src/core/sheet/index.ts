/** What every key does, on paper: docs/legend-sheets.md. */
export { PAPERS, sheetOf, type SheetOptions } from './sheet';
export { type Page, type Sheet } from './shapes';
export { pageSvg } from './svg';
