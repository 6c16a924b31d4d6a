/**
 * What the model of texts has read before it meets one: words that people who name layers, keys and macros use, and what a profile's JSON looks like. It is
 * part of the format: another text here is another version of share codes.
 */

/** Kinds of fields, as the model tells them apart. */
export const KIND = { id: 1, name: 2, color: 3, label: 4, note: 5, role: 6, icon: 7, json: 8, number: 9 } as const;

const fields = (words: string): string => words.split(' ').join('\0') + '\0';

export const WORDS: readonly (readonly [number, string])[] = [
  [
    KIND.json,
    '{"format":"underloom-profile","version":1,"id":"p_","name":"","icon":"spool","board":"harrow-64","hostLayout":"us","timing":{"holdAfterMs":200,"tapGapMs":180,"retapMs":120,"typingGuardMs":0,"tapMs":8,"interrupt":"nested","otherHandOnly":false},"layers":[{"id":"base","name":"Base","dye":"indigo","keys":{"Escape":{"does":{"kind":"act","action":{"do":"keys","codes":["Escape"]}}},"Digit1":{"does":{"kind":"act","action":{"do":"keys","codes":["Digit1"]}}},"KeyQ":{"does":{"kind":"act","action":{"do":"keys","codes":["KeyQ"]}}},"CapsLock":{"does":{"kind":"gesture","steps":[{"tap":{"do":"keys","codes":["Escape"]},"hold":{"do":"keys","codes":["ControlLeft"]}}]}},"Fn":{"does":{"kind":"act","action":{"do":"layer","how":"while","layer":"nav"}},"label":"","role":"","note":""}}}],"joinedLayers":[{"when":["nav","sym"],"also":"fn"}],"joints":[{"id":"j1","keys":["KeyJ","KeyK"],"withinMs":40,"action":{"do":"text","text":"","gapMs":0}}],"macros":[{"id":"m1","name":"","onPress":{"lengthUs":480000,"events":[{"atUs":0,"edge":"down","code":"KeyA"},{"atUs":90000,"edge":"up","code":"KeyA"},{"atUs":0,"text":"","gapMs":5}]},"run":{"kind":"times","times":1},"gapMs":0,"stop":"now","leavesHeld":false,"liftModifiers":false}],"travel":{"board":{"mode":"fixed","pointUm":1500},"keys":{"KeyF":{"mode":"reversal","pointUm":500,"pressUm":150,"releaseUm":250,"reset":"point"}}},"roles":[{"id":"way","name":"","color":"#A63D40"}],"ownBoard":{"format":"underloom-board","version":1,"id":"own-","name":"","travelUm":4000,"analog":false,"keys":[{"id":"k1","x":0,"y":0,"w":1,"h":1,"angle":0,"hand":"left","finger":"little","code":"KeyA"},{"id":"k2","x":1,"y":0,"w":1,"h":1,"angle":0,"hand":"right","finger":"ring","code":"KeyB"}],"device":{"pollHz":1000,"layers":8,"slots":4,"memoryBytes":32768,"macros":64,"macroEvents":1000,"gestureSteps":3,"spansPerKey":4,"joints":16,"lamps":true}}}\0',
  ],
  [
    KIND.note,
    'The key under the thumb that goes to the next layer and back, without looking, when it is held. Once: the first thing. Twice: the second, and hold it for the third one. Only while the other hand is down; everything else stays as it was. All of them are out, and the light is on. During the day it answers the left and the right of the house with this. Put where nobody hits it by accident.\0Press it right to the bottom.\0',
  ],
  [
    KIND.id,
    fields(
      'base nav sym num fn upper lower symbols numbers navigation functions media mouse arrows typing writing letters game pad keys left right work edit book sound light cue tag way dark j1 j2 m1 m2 macro-1 macro-2 harrow-64 twill-42 bobbin-21 own-',
    ),
  ],
  [
    KIND.name,
    fields(
      'Base Layer Navigation Symbols Numbers Signs Functions Media Mouse Arrows Typing Writing Letters Game Pad Keys Left Right Work Edit Book Sound Lights Cues Tags Ways',
    ) + 'Way to a layer\0All lights on\0Scene 1\0Scene 2\0Hold this down\0Call the next one\0',
  ],
  [KIND.icon, fields('spool lantern book thread needle shuttle bell key star')],
  [KIND.color, fields('#2F4B7C #A63D40 #B58A12 #2F7A68 #6B4F3A #7B4B94 #4A5560 #4E8FB8')],
  [
    KIND.label,
    fields(
      'Go Back Undo Redo Copy Cut Paste Save Find Next Previous Play Stop Up Down Left Right Home End Enter Confirm Cancel Ready Full Off On Light Sound Louder Softer Open Close New Mark Select Line Word Page Top Bottom',
    ) + 'Part 1\0Part 2\0Part 3\0Tag 1\0Tag 2\0Vol −\0Vol +\0',
  ],
];
