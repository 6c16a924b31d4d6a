/** What is at the other end of the cable: rules by the program in front, and what its program, the server and pages say to each other. */
export { placeOfRule } from './placeOfRule';
export {
  asksForTitle,
  type InFront,
  MOST_RULES,
  neverReached,
  type Rule,
  ruleFor,
  ruleSchema,
  rulesSchema,
  type Wanted,
} from './rules';
export {
  type Arrived,
  type ArrivedMessage,
  type Asked,
  type FromHost,
  fromHostSchema,
  type FromPage,
  fromPageSchema,
  type HostState,
  MOST_ARRIVED,
  MOST_PAGE_SOUND_BYTES,
  type PlayedMessage,
  type SoundMessage,
  type ToAll,
  type ToHost,
  toHostSchema,
  type ToPage,
  toPageSchema,
} from './talk';
