/** Two profiles or more, side by side: what differs, in words, what is odd, and what can be taken over. */
export { assignmentSaid, countChanges, type Group, GROUP_NAMES, GROUPS, keyTitle, type Said, sayChange } from './words';
