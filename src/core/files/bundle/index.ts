/** Several profiles with what they need, as one archive: docs/formats/bundle.md. */
export {
  fileStemOf,
  readBundle,
  type Snapshot,
  writeBundle,
  writeBundles,
  BundleWriter,
  basesOf,
  type Bundled,
} from './bundle';
export { isZip } from './zip';
