/** Texts of the yard, for typists made of numbers. */
const LINES = [
  'Lower the house lights, then the fade of the rain. ',
  'Hold until the lantern is lit; just before the bell, bring up the yard. ',
  'Ask Flora and Jake for the keys to the loft, and all the dark flats. ',
  'A small thunder, a long fall, half a slide; the last shadow leaves. ',
  'Ready on nine, and so to ten. Still, as in Act 1. Look alive. ',
  'Kill the saw, load the salad, add a dash of ash and fold all. ',
];
export const LETTERS_AND_SIGNS = Array.from({ length: 5 }, (_, n) =>
  LINES.slice(n).concat(LINES.slice(0, n)).join(''),
).join('');
