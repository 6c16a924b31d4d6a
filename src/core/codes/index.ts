export {
  buttonOfCode,
  type Code,
  codeOfButton,
  codeOfUsage,
  isLetter,
  isCode,
  isModifier,
  NAMED_CODES,
  usageOfCode,
} from './codes';
export { HOST_LAMPS, type HostLamp, isHostLamp, lampTitle } from './hostLamps';
export { CODE_TABLE, type CodeGroup } from './table';
export { codeOfWord, KEY_WORDS, legendOfCode, titleOfCode, wordOfCode } from './names';
export {
  BUTTON_PAGE,
  CONSUMER_PAGE,
  DESKTOP_PAGE,
  idOf,
  isModifierUsage,
  KEYBOARD_PAGE,
  pageOf,
  type Usage,
  usageOf,
} from './usage';
