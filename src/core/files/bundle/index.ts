/** Several profiles with what they need, as one archive: docs/formats/bundle.md. */
export { fileStemOf, readBundle, type Snapshot, writeBundle } from './bundle';
export { isZip } from './zip';
