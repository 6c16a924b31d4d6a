export { bringHosts, hostLayout, isHostHere } from './bring';
export { levelsOf, madeBy, type HostState } from './characters';
export { guessHost, type Guess } from './guess';
export { HostText, pieceShown, USUAL_REPEAT, type ShownPiece } from './hostText';
export { codeEntriesOf, hostsWith, lackingIn, namedCharacter, pointOf, type Lacking } from './lacking';
export { altGrOnHost, legendOnHost, pressesOfText, shownOf, titleOnHost } from './legends';
export { deadOf, LEVELS, type HostLayoutData } from './layout';
export { HOST_IDS, HOSTS, hostName, hostOfXkb, type HostEntry, type HostLayoutId } from './list';
export { charactersOf, codesOfStroke, signOfChord, strokeOf, strokesOf, type Stroke } from './strokes';
