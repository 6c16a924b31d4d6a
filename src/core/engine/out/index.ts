/** What the host, and whoever watches, hears of the engine. */
export { type HostReport, ReportPacker } from './hostReports';
export * from './lines';
export * from './listener';
