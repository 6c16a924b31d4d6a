/** Finding by a few words, understood as the assign line understands them: what is there, and what a key can be. */
export { ask, type Answers, type Asked, type Command, type Found, type Put, readyToAsk } from './ask';
export { type Place } from './places';
