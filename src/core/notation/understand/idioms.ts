/**
 * What people ask for by what it does: the shortcuts that the documentation of common systems gives for it, and functions of
 * the keyboard. Data only: the exact line, then phrases. `likelier` stands before a key that has the same name, since hardly
 * any host does anything at that key.
 */

type Idioms = Readonly<Record<string, string>>;

export const LIKELIER_IDIOMS: Idioms = {
  'Ctrl+C': 'copy',
  'Ctrl+V': 'paste',
  'Ctrl+X': 'cut',
  'Ctrl+Z': 'undo',
  'Ctrl+F': 'find',
  'Ctrl+O': 'open',
};

export const IDIOMS: Idioms = {
  'Ctrl+C': 'copying, copy it, copy this, copy that, copy selection, copy text, copy the selection, copy to clipboard',
  'Ctrl+V': 'pasting, paste it, paste that, paste here, paste text, paste from clipboard, paste clipboard',
  'Ctrl+X': 'cutting, cut it, cut that, cut selection, cut text',
  'Ctrl+Z':
    'undoing, undo it, undo my last change, undo my last step, undo last step, undo last change, take back, undo that',
  'Ctrl+Y': 'redo, redo it, redo that',
  'Ctrl+Shift+Z': 'redo, redo it, redo that',
  'Ctrl+A':
    'select all, select everything, select all text, select whole text, select all of text, select all of it, mark everything, mark all',
  'Ctrl+S': 'save, saving, save it, save everything, save this, save my work, save file, save document, save the file',
  'Ctrl+F': 'find text, search on the page, search on page, search the page, search in page, find in page',
  'Ctrl+H': 'find and replace, search and replace',
  'Ctrl+Shift+N': 'private window, open private window, open a private window, new private window',
  'Ctrl+P': 'print, print document, print page',
  'Ctrl+O': 'open file, open document',
  'Ctrl+N': 'new window, open new window, open new document, new document, new file',
  'Ctrl+T': 'new tab, open tab, open new tab, open a new tab',
  'Ctrl+W': 'close tab, close the tab, close this tab, close document',
  'Ctrl+Shift+T': 'reopen tab, reopen closed tab, reopen last tab',
  'Ctrl+Tab':
    'next tab, go to next tab, jump to next tab, switch to next tab, change to next tab, switch tab, switch tabs',
  'Ctrl+Shift+Tab': 'previous tab, go to previous tab, jump to previous tab, switch to previous tab, last tab',
  'Alt+Tab':
    'switch to the next window, switch to next window, go to the next window, switch windows, switch window, next window, switch between windows, switch apps, switch programs, window switcher',
  'Alt+F4': 'close window, close the window, close program, quit program',
  'Meta+L':
    'lock my computer, lock my screen, lock my pc, lock the pc, lock screen, lock the screen, lock computer, lock the computer, lock pc',
  'Meta+D':
    'show desktop, show the desktop, show me desktop, go to desktop, minimise all windows, minimize all windows',
  'Meta+E': 'open explorer',
  'Ctrl+Shift+Esc': 'task manager, open task manager',
  'Meta+.': 'emoji, emojis, emoji picker, emoji panel',
  'Ctrl+B': 'bold, make the text bold, make text bold, make it bold, make bold, bold text',
  'Ctrl+I': 'italic, italics, make italic',
  'Ctrl+U': 'underline, underlined',
  'Ctrl+=': 'zoom in',
  'Ctrl+-': 'zoom out',
  'Ctrl+0': 'reset zoom, zoom reset',
  'Ctrl+Shift+Left':
    'select word to left, select word before, select previous word, select one word to left, select word left, select one word left',
  'Ctrl+Shift+Right':
    'select word to right, select next word, select one word to right, select word right, select one word right',
  'Shift+Home': 'select to start of line, select to beginning of line',
  'Shift+End': 'select to end of line',
  'Meta+Down': 'minimise window, minimize window, minimise this window, minimize this window',
  'Meta+Up': 'maximise window, maximize window, maximise this window, maximize this window',
  'Ctrl+Right':
    'next word, go one word right, move one word right, jump one word right, go a word right, go to next word, jump to next word, jump one word to the right, one word to the right, a word to the right, word right, one word right, word forward',
  'Ctrl+Left':
    'previous word, go one word left, move one word left, jump one word left, go a word left, go to previous word, jump to previous word, jump one word to the left, one word to the left, a word to the left, word left, one word left, word back, word backward',
  'Ctrl+Backspace':
    'delete word, delete the word before, delete word before, delete a word, delete the word to the left, delete previous word, delete the last word, delete last word',
  'Ctrl+Delete': 'delete next word',
  'Ctrl+Home':
    'top of document, go to the start of the document, go to start of document, jump to start of document, go to the beginning of the document, go to the top of the document, go to the top, start of document, beginning of document, go to top, document start',
  'Ctrl+End':
    'bottom of document, go to the end of the document, go to end of document, jump to end of document, go to the bottom of the document, go to the bottom, end of document, go to bottom, document end',
  F11: 'full screen, fullscreen, go full screen, go fullscreen, full screen mode, toggle full screen',
  F5: 'refresh, reload',
  F2: 'rename',
  'Shift+Tab': 'back tab, backtab, tab back, reverse tab, untab',
  'Ctrl+Alt+Delete': 'three finger salute',
  'button 1':
    'click with left mouse button, click with the left mouse button, left click, left mouse click, click, left mouse, button left, left mouse button, mouse left, mouse button left, primary click, primary mouse button, mouse click, click left, lmb, left button, left button of the mouse, click the left mouse button, mouse left click, mouse left button, main mouse button',
  'button 2':
    'click with right mouse button, click with the right mouse button, right click, right mouse click, right mouse, button right, right mouse button, mouse right, mouse button right, secondary click, secondary mouse button, click right, rmb, right button, right button of the mouse, click the right mouse button, mouse right click, mouse right button',
  'button 3':
    'mouse wheel button, click with middle mouse button, click with the middle mouse button, middle click, middle mouse click, middle mouse, middle mouse button, mouse middle, mouse button middle, wheel click, click wheel, scroll wheel click, mmb, middle button, click the wheel, press the wheel, mouse wheel click, click the middle mouse button, wheel button, mouse middle click, center click, centre click, press mouse wheel, click mouse wheel, scroll click',
  'button 4':
    'mouse back, back button, mouse back button, back mouse button, side button, thumb button of mouse, thumb button on mouse, mouse side button, back on mouse, back on my mouse, thumb button, mouse button back, back button of the mouse, back button on the mouse, mouse thumb button',
  'button 5':
    'mouse forward, forward on mouse, forward on my mouse, second side button, other side button, forward button, mouse forward button, forward mouse button, mouse button forward, forward button of the mouse, forward button on the mouse',
  'slot next':
    'next slot, next profile, slot forward, switch to next profile, switch to the next profile, change to next profile',
  'slot previous':
    'previous slot, previous profile, prev slot, prev profile, last profile, slot back, switch to previous profile, switch to the previous profile, profile before',
  record:
    'record macro, record a macro, start recording, record a new macro, recording, start or stop recording, start or end recording, start and stop recording, begin recording, end recording, start recording a macro, start recording macro, recorder, start recorder, macro recorder, macro recording, record keys, stop recording',
  'lamps up':
    'brighten keys, light up keys, brighter keys, brighter lamps, brighter keyboard lights, lamps brighter, backlight up, keyboard light up, brighter lights, lights up, keyboard brighter, brighter keyboard, lights brighter, keyboard lights up, backlight brighter, brighter backlight, increase backlight, lamps higher, led up, leds up, leds brighter, brighter leds, keyboard brightness up, more light',
  'lamps down':
    'darker lamps, dim the keyboard light, dim keyboard light, dim the keyboard lights, dim keyboard lights, dim the backlight, lamps darker, backlight down, keyboard light down, dimmer lights, lights down, keyboard darker, darker keyboard, lights dimmer, keyboard lights down, backlight darker, dimmer backlight, decrease backlight, dim lamps, dimmer lamps, lamps dimmer, led down, leds down, leds dimmer, dimmer leds, keyboard brightness down, dim lights, dim the lights, dim the lamps, lamps lower, darker lights, less light',
  'lamps toggle':
    'lamps on off, keyboard lights on, keyboard light on, keyboard lights off, keyboard light off, backlight on, backlight off, keyboard lights off and on, keyboard lights on and off, lights off and on, lights on and off, keyboard lights on or off, lamps on or off, lamps, toggle lamps, toggle the lamps, backlight, toggle backlight, keyboard light, toggle lights, lights on off, lights on or off, switch lamps on and off, turn lamps on or off, backlight on off, backlight toggle, keyboard lights, light on off, toggle the lights, turn the lights on or off, lights toggle, toggle leds, leds on off, lights off, lamps off',
  bootloader:
    'boot loader, enter bootloader, start bootloader, bootloader mode, go to bootloader, update mode, enter update mode, put it into update mode, put keyboard into update mode, put board into update mode, firmware update, new firmware, update firmware, firmware mode, install firmware, flash firmware',
  capitals:
    'all caps for one word, capital letters until the word is over, capitals until the word is over, capital letters until the word ends, all capitals for one word, capitals until the word ends, capitals until word ends, capitals for one word, capital letters for one word, uppercase word, upper case word, one word in capitals, one word in uppercase, write one word in capitals, next word in capitals, next word in uppercase, uppercase the next word, all caps until space, caps for one word, caps until space, capitals until space, capital word, capitalise the word, capitalize the word, capitalize word, shout one word, word in capitals, word in caps, caps for the next word, capitals for the next word, uppercase until the word ends, caps until the word ends, all capitals until the word ends, uppercase for one word',
  'latch next':
    'latch the next key, next key to stay down, next key to stay pressed, next key should stay down, lock next key, lock the next key, keep the next key down, keep next key down, keep next key held, next key stays down, the next key stays down, hold the next key down, hold next key, hold the next key, lock whatever key comes next, next key pressed stays down, keep the next key held, latch whatever comes next, keep the next key pressed',
};

/** What asks for nothing at all, and for the layer below. */
export const SILENCE: Readonly<Record<'none' | 'pass', string>> = {
  none: 'leave unassigned, leave it unassigned, disable it, do not let this key do anything, do not let it do anything, do not send anything, not send anything, send nothing at all, kill this key, kill key, silence this key, this key is off, not needed, i do not need this key, do not need this key, i do not need it, forget this key, leave blank, leave empty, leave it empty, leave it blank, leave this empty, leave this blank, leave this key empty, keep empty, keep it empty, unneeded, make it nothing, no job, without function, without a function, do nothing at all, do absolutely nothing, absolutely nothing, does nothing at all, i do not want it to do anything, do not want it to do anything, it does not do anything, not do anything, nothing, none, do nothing, does nothing, no action, no key, disabled, disable, disable key, disable this key, disable the key, block this key, block key, off, switched off, turn off, turned off, inactive, unused, not used, dead, dead key, block, blocked, ignore, ignored, no op, noop, no function, nothing at all, empty, key off, turn this key off, switch off, deactivate, deactivated, no effect, without effect, no output, not assigned, unassigned, sends nothing, send nothing, must not do anything, do not do anything, mute this key, sleep this key, swallow, nil',
  pass: 'pass to below, pass it on to layer below, pass it on, pass it down, pass to layer below, let base decide, let base do it, let lower layer handle it, let lower layer decide, let lower layer do it, let layer below handle it, leave it to lower layer, lower layer decides, same as beneath, as beneath, what is beneath, inherit from below, do whatever base does, do what base does, whatever base does, what base does, same key as on base, same key as below, same key as base, use what is on base, whatever base has, what base has, what is on base, whatever is on base, like on base, same as on base, fall back to base, fall back, take one from below, take what is below, use one from below, use one below, what lower layer has, whatever lower layer has, transparent, let layer below decide, leave it to the layer below, leave it to layer below, up to the layer below, pass, pass through, passthrough, fall through, falls through, fallthrough, same as below, as below, what is below, whatever is below, the layer below, layer below, use the layer below, use layer below, below, inherit, inherited, like below, same as base, same as the layer below, same as layer below, same as lower layer, same as layer underneath, like layer underneath, layer underneath, use layer underneath, layer beneath, same as layer beneath, let layer underneath decide, what layer underneath does, whatever layer underneath does, same as key below, same as key underneath, what is underneath, like layer below, same as one below, same as on layer below, same as in base, same as the lower layer, see below, from below, from the layer below, ask the layer below, let the layer below answer, the layer below answers, layer below decides, another layer answers, answered below, let it through, let through, let it fall through, let it pass, what the layer below does, whatever the layer below does, whatever is underneath, same as underneath, as on the layer below, as in the layer below, unchanged, keep as it is, leave as it is, through, see through, use lower layer, go through to the layer below, next layer down, use what is below, do what the layer below does, underlying key, defer to the layer below',
};

/** How long people hold a key without a figure: unit words and their milliseconds. */
export const TIME_UNITS: Readonly<Record<string, number>> = {
  ms: 1,
  msec: 1,
  msecs: 1,
  millisecond: 1,
  milliseconds: 1,
  millis: 1,
  s: 1000,
  sec: 1000,
  secs: 1000,
  second: 1000,
  seconds: 1000,
  min: 60_000,
  mins: 60_000,
  minute: 60_000,
  minutes: 60_000,
};
