/** Two profiles or more, side by side: what differs, in words, what is odd, and what can be taken over. */
export { mirrorOf, odditiesOf, type Oddity } from './odd';
export { onOneBoard, type OnOneBoard } from './onOneBoard';
export { layersOf, type Row, rowsOf, type SideLayer } from './side';
export { isOfKey, isOfLayer, isOfRow, takeable, type Taking, taking } from './taking';
export { countChanges, type Group, GROUP_NAMES, GROUPS, keyTitle, type Said, sayChange } from './words';
