/** The show desk of Lantern Yard, a small puppet theatre: cues, lights and sound from a Harrow 64, worked in the dark. */
import { weave } from './weaver';

const LETTERS_THAT_SLEEP =
  'KeyQ KeyW KeyE KeyR KeyT KeyY KeyU KeyI KeyO KeyP KeyA KeyS KeyD KeyG KeyH KeyJ KeyK KeyL KeyZ KeyX KeyC KeyV KeyB KeyN KeyM'.split(
    ' ',
  );

export const SHOW_DESK = weave({
  id: 'demo-show-desk',
  name: 'Show desk',
  icon: 'lantern',
  board: 'harrow-64',
  timing: { holdAfterMs: 180 },
  roles: [
    { id: 'cue', name: 'Cues', color: '#A63D40' },
    { id: 'light', name: 'Lights', color: '#B58A12' },
    { id: 'sound', name: 'Sound', color: '#2F7A68' },
    { id: 'way', name: 'Ways between layers', color: '#2F4B7C' },
  ],
  travel: {
    board: 'at 1.5 mm',
    keys: {
      // Go must come with the light, blackout never by a slip; the stage is moved with fingers that never leave the keys.
      KeyF: 'at 0.7 mm',
      Space: 'at 0.9 mm',
      Delete: 'at 3.6 mm, back at 3.3 mm',
      ArrowUp: 'reversal 0.5 mm, press 0.15, release 0.25, to the point',
      ArrowLeft: 'reversal 0.5 mm, press 0.15, release 0.25, to the point',
      ArrowDown: 'reversal 0.5 mm, press 0.15, release 0.25, to the point',
      ArrowRight: 'reversal 0.5 mm, press 0.15, release 0.25, to the point',
    },
  },
  macros: [
    {
      id: 'lights-down',
      name: 'House lights down',
      press:
        '+Ctrl 90 +Alt 90 Down:80 150 Down:80 150 Down:80 200 Down:80 200 Down:80 300 Down:80 60 -Alt 20 -Ctrl 120 Enter:80 180',
      liftModifiers: true,
    },
    ...[1, 2, 3].map((scene) => ({
      id: `tag-${scene}`,
      name: `Scene tag ${scene}`,
      press: `+Ctrl 30 +Shift 40 ${scene}:60 30 -Shift 20 -Ctrl 80 "Scene ${scene}"/6 60 Enter:60`,
      liftModifiers: true,
    })),
    {
      id: 'thunder',
      name: 'Thunder roll',
      repeat: 'F17:60 45 F17:40 70 F17:80 55',
      run: { kind: 'whileHeld' as const },
      gapMs: 20,
      stop: 'finish' as const,
    },
    { id: 'work-on', name: 'Work light on', press: '+F24 20', leavesHeld: true },
    { id: 'work-off', name: 'Work light off', press: '-F24 20' },
    {
      id: 'curtain',
      name: 'Curtain call',
      press: '+Ctrl 30 F11:60 30 -Ctrl 200 F18:80',
      release: '+Ctrl 30 F12:60 30 -Ctrl',
    },
  ],
  // Short, so that the whole desk can be handed on in a message.
  walk: [
    ['Hold Caps Lock: cues.', 'cues', 'CapsLock'],
    ['Fn: lights.', 'rig', 'Fn'],
    ['Esc leads back.', 'book'],
    ['In a blackout only Go answers.', 'dark', 'Space'],
  ],
  layers: [
    {
      id: 'base',
      name: 'Base',
      dye: 'indigo',
      lines: {
        CapsLock: 'tap Esc, hold while Cues (way)',
        Tab: 'tap Tab, twice flip Rig (way)',
        Fn: 'while Rig (way)',
        AltRight: 'go Book (way)',
      },
      notes: { CapsLock: 'Reachable without looking, in the dark, with gloves.' },
    },
    {
      id: 'cues',
      name: 'Cues',
      dye: 'madder',
      lines: {
        Digit1: 'Cue 1: F13 (cue)',
        Digit2: 'Cue 2: F14 (cue)',
        Digit3: 'Cue 3: F15 (cue)',
        Digit4: 'Cue 4: F16 (cue)',
        Backspace: 'Undo cue: Ctrl+Z (cue)',
        KeyQ: 'Tag 1: play Scene tag 1',
        KeyW: 'Tag 2: play Scene tag 2',
        KeyE: 'Tag 3: play Scene tag 3',
        KeyA: 'Act 1: Ctrl+F1',
        KeyS: 'Act 2: Ctrl+F2',
        KeyD: 'Act 3: Ctrl+F3',
        KeyF: 'Go: F20 (cue)',
        KeyG: 'Ready: tap F21, twice Ctrl+F21 (cue)',
        KeyH: 'Back: F22 (cue)',
        KeyJ: 'Hush: F18 (sound)',
        KeyK: 'Roll: play Thunder roll (sound)',
        KeyC: 'Curtain: play Curtain call (cue)',
        KeyL: 'Rain: F19 (sound)',
        Semicolon: 'Bell: Ctrl+B (sound)',
        Enter: 'Confirm: Ctrl+Enter',
        Space: 'Go: F20 (cue)',
      },
      notes: { KeyG: 'Once: stand by. Twice: hold the house.', KeyK: 'The thunder sheet, offstage left.' },
    },
    {
      id: 'rig',
      name: 'Rig',
      dye: 'weld',
      lines: {
        KeyA: 'Dim −: Ctrl+Alt+Left (light)',
        // Lightly it dims up slowly, deeper it dims fast, and right at the bottom the lanterns go full at once.
        KeyS: 'Dim +: down 0.7 to up 0.7 mm: Ctrl+Alt+Right, down 2.5 to up 2.5 mm: Shift, down 3.7 mm: Ctrl+Alt+Up (light)',
        KeyD: 'House: play House lights down (light)',
        KeyF: 'Work: play Work light on (light)',
        KeyG: 'Work off: play Work light off (light)',
        KeyJ: '◀ fade: Ctrl+Alt+[ (light)',
        KeyK: 'fade ▶: Ctrl+Alt+] (light)',
        KeyL: 'Full: Ctrl+Alt+Up (light)',
        Quote: 'Off: Ctrl+Alt+Down (light)',
        Comma: 'VolumeDown (sound)',
        Period: 'VolumeUp (sound)',
        Slash: 'Mute (sound)',
        Delete: 'flip Dark (way)',
      },
      notes: { Quote: 'All lanterns out, the exit signs stay.' },
    },
    {
      id: 'book',
      name: 'Book',
      dye: 'verdigris',
      lines: {
        Escape: 'go Base (way)',
        CapsLock: 'tap Backspace, hold Ctrl',
        Tab: 'Indent: Ctrl+]',
        KeyF: 'tap F, hold Ctrl+F',
        KeyH: 'tap H, hold Left',
        KeyJ: 'tap J, hold Down',
        KeyK: 'tap K, hold Up',
        KeyL: 'tap L, hold Right',
        Enter: 'tap Enter, hold Shift+Enter',
      },
    },
    {
      id: 'dark',
      name: 'Dark',
      dye: 'iron',
      lines: {
        ...Object.fromEntries(LETTERS_THAT_SLEEP.map((key) => [key, 'none'])),
        Escape: 'flip Dark (way)',
        KeyF: 'Go: F20 (cue)',
        Space: 'Go: F20 (cue)',
        Delete: 'flip Dark (way)',
      },
    },
  ],
});
