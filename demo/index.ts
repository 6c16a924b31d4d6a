/** The sample world: profiles of the Lantern Yard puppet theatre, opened on first start. */
export { PROMPT_BOOK } from './promptBook';
export { SOUND_PAD } from './soundPad';
export { SHOW_DESK } from './showDesk';
