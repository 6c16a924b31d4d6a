/**
 * How people ask for one action, as phrases with gaps. Data only: each row is an action's maker and the phrases that lead to it,
 * the likelier reading of a phrase above the other. `{layer}` and `{macro}` are names of this profile, `{keys}` keys by any name,
 * `{mods}` modifiers, `{n}` a number, `{time}` a time, `{way}` a direction.
 */
import type { Action, Movement } from '../../profile';
import { usualMovement } from '../mouseWords';
import { template, type Template } from './templates';

/** What the gaps of a rule were filled with. */
type Filled = {
  layer: string;
  macro: string;
  keys: string[];
  mods: string[];
  n: number;
  time: number;
  way: string;
};

type Rule = { make: (filled: Filled) => Action | undefined; phrases: string };

const HELD =
  '(while|when|whilst|as long as|only while|only when|so long as) [it is|i am|key is|i keep it|i|being|kept|this is|this key is|it] (held|pressed|down|holding|hold|hold it|pressed down|held down|press it|holding it|holding this|holding this key|holding key|pressing it|hold this|hold key|pressing|hold this key|hold it down|press this|pressing this|press this key)';
const UNTIL_UP =
  'until (released|release|let go|i let go|i release it|it is released|i let it go|it is let go|key is released|key goes up|key up|i release|i let go of it)';
const ONCE =
  '[just|only] (once|for one key|for next key|for one key press|for one press|for a single key|for next key only|for next press|for one keystroke|one time|for one key only|for just one key|for just one key press|for one more key|until next key|till next key|until next key press|until another key is pressed|for next keypress|for one keypress|for next keystroke|for one letter|for next letter|for one character|for next character|for one stroke|next key only|for only one key|for single key|one key only|for key that follows|for following key)';
const STAY =
  '(for good|permanently|forever|and stay|and stay there|always|permanent|until further notice|until told otherwise|until i say otherwise|from now on|and keep it|and remain there|and remain|and stay on it|and leave it on|until i come back|till i come back|until i change it|until changed)';
const AGAIN =
  '(until pressed again|until next press of this key|until i press this again|until i tap this again|until i press it again|until it is pressed again|until next press|until tapped again|until i press again|until i tap it again|until hit again|till pressed again|until second press|until key is pressed again|until pressed a second time|until i press this key again|until it is tapped again|until touched again)';
const DOWN = '(down|held|pressed|locked|held down|pressed down|locked down|in|on)';
const ON_OFF = '(on off|on/off|on or off|on and off|off and on|off and on|toggle|toggled|on / off|off or on)';
const COUNTED = '(notch|notches|line|lines|step|steps|click|clicks|time|times|tick|ticks|detent|detents|x)';
const WHEEL =
  '(scroll|wheel|tilt|tilt wheel|tilt mouse wheel|mouse wheel|mousewheel|scroll wheel|scrollwheel|turn wheel|turn mouse wheel|scroll mouse wheel|roll wheel|roll mouse wheel|move wheel|scroll page|scroll screen|mouse scroll|spin wheel|rotate wheel|scrolling|wheel scroll|page scroll)';

const LAMPS = '[my|keyboard|key|board] (lamps|lights|light|led|leds|backlight|back light|lighting|illumination)';

/** A layer turned on and off; the keys that the host itself turns on and off are simply pressed. */
const LOCKS = new Set(['CapsLock', 'NumLock', 'ScrollLock']);
const latch = ({ keys }: Filled): Action =>
  keys.length === 1 && (LOCKS.has(keys[0] ?? '') || /^(Audio|Media)/.test(keys[0] ?? ''))
    ? { do: 'keys', codes: keys }
    : { do: 'latch', codes: keys };

const WAYS: Readonly<Record<string, readonly [dx: number, dy: number]>> = {
  up: [0, 1],
  upwards: [0, 1],
  upward: [0, 1],
  down: [0, -1],
  downwards: [0, -1],
  downward: [0, -1],
  left: [-1, 0],
  leftwards: [-1, 0],
  'to left': [-1, 0],
  right: [1, 0],
  rightwards: [1, 0],
  'to right': [1, 0],
};

function turn(way: string, notches: number): Action | undefined {
  const step = WAYS[way];
  if (!step || !Number.isInteger(notches) || notches < 1 || notches > 127) return undefined;
  return { do: 'wheel', dx: step[0] * notches, dy: step[1] * notches };
}

/** Movement while held, at the usual speed of its line. */
function moving(what: Movement['what'], way: string): Action | undefined {
  const [x, up] = WAYS[way] ?? [0, 0];
  return x === 0 && up === 0 ? undefined : usualMovement(what, x, up);
}

const POINTER = '(mouse|pointer|cursor|mouse pointer|mouse cursor)';
const ON_AND_ON =
  '(while held|while i hold it|when held|as long as held|as long as i hold it|while it is held|continuously|on and on|all the time|until released|until i let go|without stopping)';

const ROWS: readonly Rule[] = [
  {
    make: ({ layer }) => ({ do: 'layer', how: 'while', layer }),
    phrases: `
      (while|during|show|use|hold for|momentarily|temporarily|hold|hold key for|hold down for|hold it for|held) {layer}
      {layer} ${HELD}
      {layer} (momentarily|temporarily|temporary|held|hold|when down)
      {layer} ${UNTIL_UP}
      (hold|hold down|hold key|press and hold|hold it) (to visit|to peek at|to get|to show|to use|to reach|to enter|to activate|to go to|to switch to|to be on|to get to|to see|to access|to have|to turn on) {layer}
      (go|switch|change|move|jump|get) to {layer} ${HELD}
      (go|switch|change|move|jump) to {layer} ${UNTIL_UP}
      (show|use|activate|enable|turn on|switch on|enter|have|open|access|reach|be on|stay on) {layer} ${HELD}
      (show|use|activate|enable|turn on|switch on|enter|stay on|be on|have|keep) {layer} ${UNTIL_UP}
      while (held|holding|pressed|down|i hold it|i hold this|i am holding it|i hold key|it is held|holding it|it is down|key is down|pressing) [show|use|go to|activate|switch to|be on|be in|stay on] {layer}
      (when|if) (held|holding|i hold it|it is held|held down) (show|use|go to|activate|switch to|be on|turn on) {layer}
      as long as (held|i hold it|i hold this|i hold this key|i hold key|i keep it held|i am holding it|it is held|it is down|key is down|pressed) [show|use|go to|activate|switch to|be on|stay on|be in|on|in] {layer}
      {layer} as long as held
      hold this for {layer}
      [reach|get to|go to|show|use|have|be on|to] {layer} by (holding|holding this|holding it|holding this key|holding key|holding down|pressing|pressing this|pressing it)
      (into|in|on|to) {layer} ${HELD}
      (while|as long as|whenever) (this is down|this key is down|this is held|this key is held|it is pressed|this is pressed|this key is pressed|i press it|i press this|i keep it down|i keep it pressed|i keep this pressed|i keep this down|i keep key pressed|i keep this key pressed) [show|use|go to|have|activate|be on] {layer}
    `,
  },
  {
    make: ({ layer }) => ({ do: 'layer', how: 'flip', layer }),
    phrases: `
      (flip|toggle|flip to|toggle to|flip between base and|toggle between base and|toggles|flips) {layer}
      {layer} ${ON_OFF}
      (turn|switch|toggle|flip) {layer} (on and off|on or off|on off|on/off|off and on|off or on|on / off)
      (turn|switch) on (and|or) off {layer}
      (turn|switch|put) {layer} (on|off)
      (turn|switch) (on|off) {layer}
      (activate|deactivate|enable|disable) {layer}
      {layer} (on|off)
      {layer} ${AGAIN}
      (turn|switch|put|keep|leave) {layer} on ${AGAIN}
      (show|use|stay on|be on|keep) {layer} ${AGAIN}
      switch {layer}
      toggle for {layer}
      {layer} in and out
      (on off|on/off|on and off) (for|of) {layer}
      (toggle|toggles|flip|flips|switch|switches|change|changes) between {layer} and (base|base layer)
      (toggle|toggles|flip|flips|switch|switches|change|changes) between (base|base layer) and {layer}
    `,
  },
  {
    make: ({ layer }) => ({ do: 'layer', how: 'go', layer }),
    phrases: `
      (go|switch|change|jump|move|return|get|come|take me|bring me|step|hop|leap|goes|switches|set|change over) [back|over|up|down] to {layer} [for good|permanently|forever|and stay|and stay there|always|until further notice|from now on|again|and remain there|and stay on it|and keep it|and remain]
      (back|return|back to|to|stay on|stay in|stay at|lock|lock to|lock on|enter|select|choose|go|change|open|into|go into|keep|remain on|move into|start) {layer} [again|on]
      {layer} ${STAY}
      (switch|change|lock|stay|turn on|activate|enable|use|show) {layer} ${STAY}
      (leave|keep|stay) (on|in) {layer}
      lock {layer} on
      (go|switch|change|jump|move) to {layer} ${STAY}
      lock me (into|in|on|to) {layer}
      (activate|enable|turn on|switch on) {layer}
      leave for {layer}
      make {layer} (active|current) [layer|one]
      (jump|go|switch|change|move|get|step|hop) into {layer} [for good|permanently|and stay|and stay there|and remain|and remain there]
      (exit|leave|home|go home|escape) to {layer}
      (set|change|switch) layer [to] {layer}
      always {layer}
    `,
  },
  {
    make: ({ layer }) => ({ do: 'layer', how: 'once', layer }),
    phrases: `
      [just] (once|one key from|one key on|one key of|next key on|next key from|next key in|next press on|one press on|single key from|one key in|next keypress on|one press of|next key uses|next key is on|only next key on|next letter from|next key comes from|one keypress on|a key from|take next key from|next key with) {layer} [only]
      {layer} ${ONCE}
      (show|use|go to|switch to|visit|activate|enter|change to|jump to|turn on|enable|open|have) {layer} ${ONCE}
      [just] (one key on|one key from|one key of|next key from|next key on|next press on|once|a key from) {layer} (then|and then|and) [go|come|right|come right|return] back [to base]
      for (next key|one key|next key only|next press) [use|show|switch to|go to|on|only] {layer}
    `,
  },
  {
    make: ({ mods }) => ({ do: 'once', codes: mods }),
    phrases: `
      (once|sticky|next key with|next key gets|next letter with|one time|single use|one key with|next key plus|only next key with) {mods} [key]
      (add|apply|give|put) {mods} (to|on) [only] next (key|letter|character|press|keypress|keystroke)
      {mods} ${ONCE}
      (hold|press|use|keep|add) {mods} ${ONCE}
      {mods} [on|to|with|for|applies to|only for|just for] next (key|letter|character|press|keypress|keystroke) [only]
      {mods} applied to next key
      next (key|letter|character) (is|gets|with) {mods}
      [only|just] for [only|just] (next key|one key|next key only|next press|next keystroke|next letter|key that follows) [only|use|hold|add|press] {mods}
      {mods} [that is] sticky
      {mods} (that sticks|sticks|sticking) [for one press|for one key|for next key|for next press]
      next (key|letter|character|press) only {mods}
      {mods} then key
    `,
  },
  {
    make: () => ({ do: 'once', codes: ['ShiftLeft'] }),
    phrases: `
      (capitalize|capitalise|uppercase|upper case|shift) next (letter|character|key)
      next (letter|character) (uppercase|upper case|capital|in capitals|is a capital|is capital|capitalized|big|in uppercase)
      one (capital|big|uppercase) letter
      (write|make) [a] next letter [a] (capital|uppercase|big)
      capital for next letter
    `,
  },
  {
    make: latch,
    phrases: `
      (latch|lock|stay down|stay pressed|press and stay down|lock down|keep holding|keep pressing|press and keep|latches|locks) {keys} [down|held|pressed|on|in]
      (keep|leave|hold|lock|latch) {keys} ${DOWN}  ${AGAIN}
      (keep|leave|hold|press|hold down|lock|latch|press down|keep holding|press and hold) {keys} ${AGAIN}
      (keep|leave) {keys} ${DOWN}
      (keep|leave) ${DOWN} {keys}
      {keys} (latched|locked|stays down|stays pressed|stay down|lock|stays held|remains down|stays on|kept down|remains pressed|remains held|latch|stays locked|stay pressed|keeps down|stays)
      {keys} (stays|remains|kept|held) ${DOWN} ${AGAIN}
      {keys} ${AGAIN}
      {keys} (down|held|pressed|held down) ${AGAIN}
      {keys} ${ON_OFF}
      (toggle|flip) {keys}
      (turn|switch|toggle) {keys} (on and off|on or off|on off|off and on)
      (down|hold) and up by turns {keys}
      {keys} without holding [it]
      hold {keys} forever
      {keys} stays down until pressed again
    `,
  },
  {
    make: ({ keys, time }) => ({ do: 'holdFor', codes: keys, ms: time }),
    phrases: `
      [hold|press|keep|keep holding|press and hold|hold down|push|push down|keep pressing|press down|holds|presses|hold key|keep pressed|hold in] {keys} [down|pressed|held|held down|pressed down|pressed in] (for|during|lasting|over) {time} [long]
      (hold|press|keep|hold down|keep down|press and hold) {keys} [down|pressed|held] {time} [long]
      {keys} {time} [long]
      {time} [long|press|press of|hold|hold of|of|long press of|long] {keys}
      for {time} [hold|press|keep|hold down|press and hold] {keys} [down|pressed|held]
      (hold|press) for {time} {keys}
      {keys} and hold it for {time}
      {keys} down and up after {time}
      {keys} (released|let go|up again|goes up) after {time}
      press {keys} and (release|let go) [it] after {time}
      press {keys} release after {time}
    `,
  },
  {
    make: ({ n }) => (Number.isInteger(n) && n >= 1 && n <= 8 ? { do: 'button', button: n } : undefined),
    phrases: `
      (mouse|mouse button|button|mouse key|mouse click|click|mouse btn|click mouse|click mouse button|press mouse button|press mouse|mouse button number) {n} [click]
      click button {n}
    `,
  },
  {
    make: ({ way }) => moving('pointer', way),
    phrases: `
      (move|moves|push|nudge|steer|shift) ${POINTER} {way} [${ON_AND_ON}]
      (mouse|pointer|mouse pointer|mouse cursor) {way} [${ON_AND_ON}]
    `,
  },
  {
    make: ({ way }) => moving('wheel', way),
    phrases: `
      ${WHEEL} {way} ${ON_AND_ON}
      (keep|keeps|go on|goes on) (scrolling|turning wheel) {way} [${ON_AND_ON}]
      (continuous|smooth) (scroll|scrolling) {way}
    `,
  },
  {
    make: ({ way, n }) => turn(way, n),
    phrases: `
      ${WHEEL} {way} [by] {n} [${COUNTED}]
      ${WHEEL} [by] {n} [${COUNTED}] {way}
      {n} ${COUNTED} {way} [on|with|of] [wheel|mouse wheel|scroll wheel]
      {way} {n} ${COUNTED}
      {n} ${WHEEL} {way}
      ${WHEEL} {way} {n}
    `,
  },
  {
    make: ({ way }) => turn(way, 1),
    phrases: `
      ${WHEEL} {way} [one notch|a notch|one line|a line|one step|a bit|a little|once|with mouse|with wheel|one click]
      {way} (scroll|scrolling|with mouse wheel|on mouse wheel|on wheel|wheel|mouse wheel|with wheel|on scroll wheel)
    `,
  },
  {
    make: ({ mods, way }) => {
      const wheel = turn(way, 1);
      return wheel && { do: 'many', actions: [{ do: 'keys', codes: mods }, wheel] };
    },
    phrases: `
      {mods} [and|+|plus|-|with|while] ${WHEEL} {way}
      ${WHEEL} {way} with {mods}
      hold {mods} and ${WHEEL} {way}
    `,
  },
  {
    make: ({ macro }) => ({ do: 'macro', macro }),
    phrases: `
      (play|run|start|do|macro|execute|trigger|launch|fire|perform|play macro|run macro|start macro|call|play back|plays|runs|macro called|macro named|do macro|trigger macro|execute macro|launch macro) {macro} [macro] [once|one time]
      {macro} macro
      {macro}
    `,
  },
  {
    make: ({ keys, mods }) => ({ do: 'keys', codes: [...mods, ...keys.filter((code) => !mods.includes(code))] }),
    phrases: `
      {keys} (but with|but together with|while holding|together with|along with|with held|with a held) {mods} [held|down|pressed|added]
      (hold|hold down) {mods} and press {keys}
      (press|hold|keep) {mods} while (pressing|tapping|hitting) {keys}
      (press|hit|tap) {keys} while (holding|pressing) {mods}
      {mods} (held|down|pressed) [while|and|then|with] [press|pressing|i press] {keys}
    `,
  },
  {
    make: () => ({ do: 'device', what: 'lampsToggle' }),
    phrases: `
      (turn|switch|put) ${LAMPS} (on|off|on or off|on and off|off and on)
      (turn|switch) (on|off) ${LAMPS}
      ${LAMPS} (on|off|toggle|on or off|on and off|on off)
    `,
  },
  {
    make: () => ({ do: 'device', what: 'lampsUp' }),
    phrases: `
      ${LAMPS} (up|brighter|higher|more|stronger|lighter)
      more light on [my] keyboard
      (brighter|brighten|raise|increase|turn up|more|up) ${LAMPS}
      turn ${LAMPS} up
    `,
  },
  {
    make: () => ({ do: 'device', what: 'lampsDown' }),
    phrases: `
      ${LAMPS} (down|darker|lower|less|weaker|dimmer)
      less light on [my] keyboard
      (darker|dim|lower|decrease|turn down|less|dimmer|reduce|down) ${LAMPS}
      turn ${LAMPS} down
    `,
  },
  {
    make: ({ n }) => (Number.isInteger(n) && n >= 1 && n <= 16 ? { do: 'slot', how: 'go', slot: n } : undefined),
    phrases: `
      (slot|profile|switch to slot|switch to profile|change to profile|change to slot|go to slot|go to profile|profile number|slot number|load profile|load slot|select profile|select slot|use profile|use slot|keyboard profile|activate profile|profile in slot|switch profile to|change profile to|jump to slot|jump to profile|profile no) {n}
      [go to|switch to|change to|use|load|select|jump to|activate] {n} (slot|profile)
    `,
  },
  {
    make: ({ layer }) => ({ do: 'layer', how: 'while', layer }),
    phrases: '{layer}',
  },
];

/** Each phrase with its maker, in the order of the rows. */
export const RULES: readonly { template: Template; make: Rule['make'] }[] = ROWS.flatMap(({ make, phrases }) =>
  phrases
    .split('\n')
    .map((phrase) => phrase.trim())
    .filter(Boolean)
    .map((phrase) => ({ template: template(phrase), make })),
);
