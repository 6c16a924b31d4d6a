/** The sample world: profiles of the Lantern Yard puppet theatre, opened on first start. */
export { PROMPT_BOOK } from './promptBook';
export { SHOW_DESK } from './showDesk';
