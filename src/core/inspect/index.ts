/** What a profile from elsewhere could do by itself: docs/inspecting.md. */
export { leavingOut } from './leavingOut';
export { type Deed, deedsOf, type Kind, type Rule, RULES, type Weight } from './deeds';
export { type Choice, type Double, doubleId, doublesOf, withChoices } from './doubles';
export { type Common, commonOf, type Plugged } from './common';
