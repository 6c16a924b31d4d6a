/** What the host, and whoever watches, hears of the engine. */
export { type HostReport, type ReportLayout, ReportPacker } from './hostReports';
export * from './lines';
export * from './listener';
