/** Texts to write: the prompt book of the yard. Letters often used and seldom, capitals, figures and signs. */
export const YARD_TEXTS = [
  {
    name: 'Cue sheet, act 2',
    text: 'Lower the house lights, then the fade of the rain. Hold until the lantern is lit; just before the bell, bring up the yard. Ready on nine, and so to ten. Ask the fly floor for slow hands: the moon falls as the saw starts. Kill the last lamp and leave the dark alone for a slow count of six.',
  },
  {
    name: 'Rain notes',
    text: 'Half a dash of rain, a dash of hail, and all falls still. Flash the far lamp as Jake slides the flask along the sill. A lad adds a small jar of salt, a glad lass shakes a flag. All is as dark as a jackdaw; ask if the last flakes shall fall.',
  },
  {
    name: 'Letters and signs',
    text: 'Scene 3, page 27: the Fox asks "Who, me?" (beat) and Wolf says "Yes - you!" Quick zig-zag to Box 4; exit left at 9:45. Price list: 12 lanterns, 8 hooks, 1/2 bolt of cloth. Phone Vera & Max; jump to cue 60 + 1, then x-ray, then quiz.',
  },
] as const;
