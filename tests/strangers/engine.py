"""
Keys, chords, layers and gestures, written from docs/engine.md alone. What it does not know of (macros, plans, joint presses, ...) does
nothing: it is a small keyboard. Times are in µs.
"""
import re

NEVER = float('inf')
AT_REST = 50
MODIFIER = re.compile('^(Control|Shift|Alt|Meta)(Left|Right)$')
CAUSES = 'guard retap only timeout held interrupted same-hand pressed-inside nested released-early gap'.split()
OUTCOMES = ['tap', 'hold', 'none']
WAYS = 'while flip go once joined lamp'.split()


def is_modifier(code):
    return MODIFIER.match(code) is not None


def is_modifiers_only(action):
    if action['do'] == 'many':
        return all(is_modifiers_only(part) for part in action['actions'])
    return action['do'] == 'once' or action['do'] == 'keys' and all(is_modifier(code) for code in action['codes'])


def parts_of(action):
    if action is None:
        return []
    return [one for part in action['actions'] for one in parts_of(part)] if action['do'] == 'many' else [action]


class Press:
    """A press that has begun something, until it ends."""

    def __init__(self, key):
        self.key = key
        self.ends = []
        self.chord_modifiers = []
        self.holds_layer = False
        self.is_modifiers_only = False

    def waits_behind(self):
        return self.holds_layer or self.is_modifiers_only


class Head:
    """The key that is undecided, or waits for its next press."""

    def __init__(self, key, layer, binding, timing, since):
        self.key = key
        self.layer = layer
        self.steps = binding['steps']
        self.timing = timing
        self.step = 0
        self.since = since
        self.is_waiting = False
        self.queue = []
        self.decides_nothing = set()
        self.pressed = since


class Engine:
    def __init__(self, profile, board, told):
        self.profile = profile
        self.board = board
        self.told = told
        self.places = {key['id']: n for n, key in enumerate(board['keys'])}
        self.layer_places = {layer['id']: n for n, layer in enumerate(profile['layers'])}
        self.now = 0
        self.timers = []
        self.set = 0
        self.down = {}
        self.depths = {}
        self.fires = {}
        self.dead = set()
        self.head = None
        self.head_at = (NEVER, 0)
        self.pending = []
        self.presses = {}
        self.all_presses = []
        self.lit = 0
        self.typed_at = -NEVER
        self.last_outcome = None
        self.last_press = None
        self.last_release = {}
        self.forget_layers()
        self.shown = self.active()

    # Time and fingers

    def advance(self, until):
        while True:
            at, place = min([(timer[0], timer[1]) for timer in self.timers] + [self.head_at])
            if at > until:
                break
            self.now = max(self.now, at)
            if self.head and (at, place) == self.head_at:
                self.head_is_over()
                self.settle()
            else:
                timer = next(timer for timer in self.timers if timer[1] == place)
                self.timers.remove(timer)
                timer[2]()
        self.now = max(self.now, until)

    def finger(self, at, key, depth):
        self.advance(at)
        travel = self.profile['travel']
        own = travel['keys'].get(self.board['keys'][key]['id'], travel['board'])
        point = own['pointUm']
        release = own.get('releaseUm', point - min(100, point // 2)) if own['mode'] == 'fixed' else point - min(100, point // 2)
        was = self.fires.get(key, False)
        now = depth >= point if not was else depth >= release
        self.fires[key] = now
        if key in self.dead:
            if depth < AT_REST:
                self.dead.discard(key)
            return
        if now != was:
            self.pending.append((self.now, key, now))
            self.settle()

    def lamps(self, at, lit):
        self.advance(at)
        self.lit = lit
        self.layers_changed('lamp')

    # Layers

    def forget_layers(self):
        self.whiles = []
        self.flipped = set()
        self.go = 0
        self.once = {}

    def active(self):
        """Which layers are active, and why."""
        active = {}
        for layer in self.whiles:
            active[layer] = 'while'
        for layer in self.flipped:
            active.setdefault(layer, 'flip')
        for layer in self.once:
            active.setdefault(layer, 'once')
        lamps = ['NumLock', 'CapsLock', 'ScrollLock']
        for one in self.profile['lampLayers']:
            if (self.lit >> lamps.index(one['lamp']) & 1) == (1 if one['lit'] else 0):
                active.setdefault(self.layer_places[one['shows']], 'lamp')
        grows = True
        while grows:
            grows = False
            for one in self.profile['joinedLayers']:
                also = self.layer_places[one['also']]
                when = [self.layer_places[layer] for layer in one['when']]
                if also not in active and all(layer in (0, self.go) or layer in active for layer in when):
                    active[also] = 'joined'
                    grows = True
        if self.go:
            active.setdefault(self.go, 'go')
        return active

    def layers_changed(self, way):
        before, after = self.shown, self.active()
        self.shown = after
        for layer in sorted(set(before) | set(after)):
            if (layer in before) != (layer in after):
                under = 2 if layer == self.go and after.get(layer) == 'go' else 0
                self.told('layer', self.now, layer, (1 if layer in after else 0) | under, WAYS.index(after.get(layer, before.get(layer))))

    def look_up(self, key):
        order = sorted((layer for layer, why in self.active().items() if layer != self.go or why != 'go'), reverse=True)
        order = [layer for layer in order if layer != 0] + ([self.go] if self.go else []) + [0]
        for layer in order:
            does = self.profile['layers'][layer]['keys'].get(self.board['keys'][key]['id'], {}).get('does')
            if does and does['kind'] != 'pass':
                return layer, does
        return 0, {'kind': 'none'}

    def use_up_once(self, binding):
        action = binding.get('action') if binding['kind'] == 'act' else None
        if action and all(part['do'] in ('layer', 'once') or is_modifiers_only(part) for part in parts_of(action)):
            return
        for layer, press in list(self.once.items()):
            del self.once[layer]
            if press.key in self.presses and self.presses[press.key] is press:
                self.whiles.append(layer)
                press.holds_layer = True
                press.ends.append(lambda layer=layer: (self.whiles.remove(layer), self.layers_changed('while')))
        self.layers_changed('once')

    # Gestures

    def settle(self):
        while True:
            until = self.pending[0][0] if self.pending else self.now
            if self.head and self.head_at[0] <= until:
                self.head_is_over()
            elif not self.pending:
                return
            else:
                self.event(*self.pending.pop(0))

    def event(self, at, key, is_down):
        if self.head:
            self.head_event(at, key, is_down)
        elif is_down:
            self.press(at, key)
        else:
            self.release(at, key)

    def press(self, at, key):
        layer, binding = self.look_up(key)
        self.use_up_once(binding)
        if binding['kind'] == 'gesture':
            timing = {**self.profile['timing'], **binding.get('timing', {})}
            tap = binding['steps'][0].get('tap')
            guard = tap and at - self.typed_at < timing['typingGuardMs'] * 1000
            again = (
                tap
                and len(binding['steps']) == 1
                and self.last_outcome == (key, 'tap')
                and self.last_press == key
                and at - self.last_release.get(key, -NEVER) < timing['retapMs'] * 1000
            )
            self.last_press = key
            if guard or again:
                self.decided('guard' if guard else 'retap', key, layer, 1, 'tap', 0, key)
                self.last_outcome = (key, 'tap')
                self.begin(key, layer, at, tap, True)
                return
            self.head = Head(key, layer, binding, timing, at)
            self.undecided(at)
            return
        self.last_press = key
        if self.last_outcome and self.last_outcome[0] == key:
            self.last_outcome = None
        self.begin(key, layer, at, binding.get('action') if binding['kind'] == 'act' else None, True)

    def release(self, at, key):
        self.last_release[key] = at
        press = self.presses.pop(key, None)
        if press:
            self.end(press)

    def undecided(self, at):
        head = self.head
        step = head.steps[head.step]
        head.is_waiting = False
        head.since = at
        self.told('pending', self.now, head.key, head.layer, head.step + 1, at)
        if 'hold' not in step and head.step + 1 == len(head.steps):
            self.outcome('tap', 'only', head.key, True)
            return
        self.set += 1
        self.head_at = (at + head.timing['holdAfterMs'] * 1000, self.set)

    def head_is_over(self):
        head = self.head
        if head.is_waiting:
            self.outcome('tap', 'gap', 0xFFFF, False)
        elif 'hold' in head.steps[head.step]:
            self.outcome('hold', 'timeout', 0xFFFF, True)
        else:
            self.outcome('tap', 'held', 0xFFFF, True)

    def outcome(self, what, cause, by, is_plain, then=()):
        """The head is decided; its queue comes next, with what closed it behind. Plain: it lasts until the key goes up."""
        head = self.head
        action = head.steps[head.step].get(what)
        self.decided(cause, head.key, head.layer, head.step + 1, what if action else 'none', self.now - head.since, by)
        self.last_outcome = (head.key, what)
        self.head = None
        self.head_at = (NEVER, 0)
        self.pending = head.queue + list(then) + self.pending
        self.begin(head.key, head.layer, head.pressed, action, is_plain, what == 'hold', head.timing)

    def head_event(self, at, key, is_down):
        head = self.head
        this = (at, key, is_down)
        if head.is_waiting:
            if is_down and key == head.key:
                head.step += 1
                head.pressed = at
                self.undecided(at)
            elif is_down or key in self.presses and self.presses[key].waits_behind():
                self.outcome('tap', 'interrupted', key, False, [this])
            else:
                self.release(at, key)
            return
        queued = any(one[1] == key and one[2] for one in head.queue)
        if key == head.key:
            self.last_release[key] = at
            if not head.queue and head.step + 1 < len(head.steps):
                head.is_waiting = True
                head.since = at
                self.set += 1
                self.head_at = (at + head.timing['tapGapMs'] * 1000, self.set)
            else:
                self.outcome('tap', 'released-early', key, False)
        elif is_down:
            self.pressed_beside(at, key)
        elif queued:
            if key in head.decides_nothing or head.timing['interrupt'] == 'wait':
                head.queue.append(this)
            else:
                self.outcome('hold', 'nested', key, True, [this])
        elif key in self.presses and self.presses[key].waits_behind() and not self.has_once_pending(key):
            head.queue.append(this)
        else:
            self.release(at, key)

    def has_once_pending(self, key):
        return any(press.key == key for press in self.once.values())

    def pressed_beside(self, at, key):
        head = self.head
        this = (at, key, True)
        _, binding = self.look_up(key)
        is_mods = binding['kind'] == 'act' and is_modifiers_only(binding['action'])
        hands = [self.board['keys'][one].get('hand') for one in (head.key, key)]
        has_hold = binding['kind'] == 'gesture' and any('hold' in step for step in binding['steps'])
        if 'hold' not in head.steps[head.step]:
            self.outcome('tap', 'interrupted', key, True, [this])
        elif is_mods:
            head.queue.append(this)
            head.decides_nothing.add(key)
        elif head.timing['otherHandOnly'] and hands[0] == hands[1] and hands[0] in ('left', 'right') and not has_hold:
            self.outcome('tap', 'same-hand', key, True, [this])
        elif head.timing['interrupt'] == 'any':
            self.outcome('hold', 'pressed-inside', key, True, [this])
        else:
            head.queue.append(this)
            head.decides_nothing.discard(key)

    def decided(self, cause, key, layer, step, outcome, open_us, by):
        self.told('decision', self.now, CAUSES.index(cause), key, layer, step, OUTCOMES.index(outcome), open_us, by)

    # What presses do

    def begin(self, key, layer, pressed, action, is_plain, is_hold=False, timing=None):
        press = Press(key)
        if action:
            self.told('begin', self.now, key, layer, pressed)
            press.is_modifiers_only = is_modifiers_only(action)
        if is_plain:
            self.presses[key] = press
        self.all_presses.append(press)
        for part in parts_of(action):
            if part['do'] == 'keys' and not is_hold and any(not is_modifier(code) for code in part['codes']):
                self.typed_at = max(self.typed_at, pressed)
            self.begin_part(press, part)
        if not is_plain and press.waits_behind():
            self.end(press)
        elif not is_plain:
            self.set += 1
            self.timers.append((self.now + timing['tapMs'] * 1000, self.set, lambda: self.end(press)))

    def begin_part(self, press, part):
        if part['do'] in ('keys', 'button'):
            codes = part['codes'] if part['do'] == 'keys' else ['button:%d' % part['button']]
            is_chord = any(not is_modifier(code) for code in codes)
            held = []
            for code in codes:
                if not is_modifier(code):
                    self.chord_modifiers_up(press)
                self.usage_down(code)
                held.append(code)
                if is_chord and is_modifier(code):
                    press.chord_modifiers.append((self.set, code, held))
            press.ends.append(lambda: [self.usage_up(code) for code in reversed(held)])
        elif part['do'] == 'layer':
            self.begin_layer(press, part['how'], self.layer_places[part['layer']])
        elif part['do'] == 'wheel':
            self.told('wheel', self.now, part['dx'], part['dy'])
        elif part['do'] == 'slot':
            self.told('slot', self.now, ['next', 'previous', 'go'].index(part['how']), part.get('slot', 0))
            self.let_go()
        elif part['do'] == 'device':
            what = ['record', 'lampsUp', 'lampsDown', 'lampsToggle', 'bootloader', 'lampsMove'].index(part['what'])
            self.told('device', self.now, what, 1)
            press.ends.append(lambda: self.told('device', self.now, what, 0))

    def begin_layer(self, press, how, layer):
        if how == 'while':
            press.holds_layer = True
            self.whiles.append(layer)
            press.ends.append(lambda: (self.whiles.remove(layer), self.layers_changed('while')))
        elif how == 'flip':
            self.flipped.symmetric_difference_update({layer})
        elif how == 'go':
            self.go = layer
            self.flipped.clear()
        else:
            self.once[layer] = press
        self.layers_changed(how)

    def end(self, press):
        self.all_presses.remove(press)
        for end in reversed(press.ends):
            end()

    def chord_modifiers_up(self, press):
        """Modifiers of other presses' chords go up before a key goes down, the last down first."""
        for other in reversed(self.all_presses):
            if other is press:
                continue
            for _, code, held in reversed(other.chord_modifiers):
                if code in held:
                    held.remove(code)
                    self.usage_up(code)
            other.chord_modifiers = []

    def usage_down(self, code):
        count = self.down.get(code, 0)
        if count and not is_modifier(code):
            self.told('edge', self.now, 0, code)
            self.told('edge', self.now, 1, code)
        elif not count:
            self.told('edge', self.now, 1, code)
        # The one that went down last stands last.
        self.down.pop(code, None)
        self.down[code] = count + 1

    def usage_up(self, code):
        count = self.down.get(code, 0)
        if count == 1:
            del self.down[code]
            self.told('edge', self.now, 0, code)
        elif count:
            self.down[code] = count - 1

    def let_go(self):
        """Another slot: everything that is held ends, and fingers do nothing until they are lifted."""
        for code in reversed(list(self.down)):
            self.told('edge', self.now, 0, code)
        self.down.clear()
        self.dead = {key for key, is_down in self.fires.items() if is_down}
        self.fires = {}
        self.presses.clear()
        self.all_presses.clear()
        self.timers.clear()
        self.pending.clear()
        self.head = None
        self.head_at = (NEVER, 0)
        self.typed_at = -NEVER
        self.last_outcome = None
        self.forget_layers()
        self.layers_changed('while')
