/** What is different between two profiles, as values that can be applied; and variants, which are nothing but such values on a base. */
export {
  applyChange,
  applyChanges,
  bindingWith,
  type Change,
  type ListName as ChangedList,
  type Place,
} from './change';
export { changeSchema, variantSchema } from './changeSchema';
export { diff } from './diff';
export { isVariant, rested, type Rested, type Stored } from './resting';
export {
  type Clash,
  flattened,
  MOST_CHANGES,
  isSameDesign,
  onBase,
  ownKeysOf,
  rebased,
  subjectOf,
  type Variant,
  variantOf,
} from './variant';
