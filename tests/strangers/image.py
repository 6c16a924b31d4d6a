"""A reader of images, written from docs/formats/image.md, codes.csv and profile.schema.json alone."""
import csv
import os

from coding import Bounds, Damaged, Earlier, Section

FORMATS = os.path.join(os.path.dirname(__file__), '..', '..', 'docs', 'formats')

with open(os.path.join(FORMATS, 'codes.csv'), newline='') as table:
    CODES = {(int(row['page'], 16), int(row['usage'], 16)): row['code'] for row in csv.DictReader(table)}

HOSTS = 'us us-intl gb de fr es it pt br se no dk fi ch-de ch-fr be pl cz tr jp us-dvorak us-colemak'.split()
DYES = 'indigo madder weld verdigris walnut orchil iron woad'.split()
LAMPS = ['NumLock', 'CapsLock', 'ScrollLock']
MODIFIERS = ['Control', 'Shift', 'Alt', 'Meta']
FIGURES = ['holdAfterMs', 'tapGapMs', 'retapMs', 'typingGuardMs', 'tapMs']
USUAL = {'holdAfterMs': 200, 'tapGapMs': 180, 'retapMs': 120, 'typingGuardMs': 0, 'tapMs': 8, 'interrupt': 'nested', 'otherHandOnly': False}

ROWS = ['1E 1F 20 21 22 23 24 25 26 27 2D 2E 2A', '14 1A 08 15 17 1C 18 0C 12 13 2F 30 31', '04 16 07 09 0A 0B 0D 0E 0F 33 34 28', '1D 1B 06 19 05 11 10 36 37 38']
FOLLOWERS = {}
for row in ROWS:
    ids = [int(word, 16) for word in row.split()]
    FOLLOWERS.update(zip(ids, ids[1:]))


def code_of(page, usage):
    return CODES.get((page, usage)) or 'hid:%02X:%04X' % (page, usage)


def pick(choices, place):
    if place >= len(choices):
        raise Damaged('a choice that there is not')
    return choices[place]


def signed(byte):
    return byte - 256 if byte > 127 else byte


def castagnoli(data):
    crc = 0xFFFFFFFF
    for byte in data:
        crc ^= byte
        for _ in range(8):
            crc = crc >> 1 ^ (0x82F63B78 if crc & 1 else 0)
    return crc ^ 0xFFFFFFFF


def things_in(action):
    """An action and all in it; a text counts its characters."""
    if action['do'] == 'text':
        return len(action['text'])
    parts = action['actions'] if action['do'] == 'many' else []
    if action['do'] == 'under':
        parts = [case['action'] for case in action['cases']] + [action[name] for name in ('otherwise',) if name in action]
    return 1 + sum(map(things_in, parts))


def things_of(does):
    """A binding and the actions in it."""
    actions = [does['action']] if does['kind'] == 'act' else [span['action'] for span in does.get('spans', [])]
    actions += [action for step in does.get('steps', []) for action in step.values()]
    return 1 + sum(map(things_in, actions))


class Plain:
    """Bytes that are not coded."""

    def __init__(self, data, at=0):
        self.data = data
        self.at = at

    def byte(self):
        if self.at >= len(self.data):
            raise Damaged('ends too early')
        self.at += 1
        return self.data[self.at - 1]

    def count(self):
        value = shift = 0
        while True:
            byte = self.byte()
            value |= (byte & 127) << shift
            shift += 7
            if byte < 128:
                return value
            if shift > 35:
                raise Damaged('a count that is too long')

    def bytes(self, length):
        if self.at + length > len(self.data):
            raise Damaged('ends too early')
        self.at += length
        return self.data[self.at - length:self.at]


class Usages:
    """The usages of a section: each may be the follower of the last."""

    def __init__(self, section):
        self.section = section
        self.last = 0

    def one(self, place):
        section = self.section
        if section.bit('follows', place):
            self.last = FOLLOWERS.get(self.last, (self.last + 1) % 256)
        elif section.bit('isKeyboard', place):
            self.last = section.tree('usage', 8)
        else:
            page = section.tree('otherPage', 8)
            return code_of(page, section.number('otherUsage'))
        return code_of(7, self.last)

    def several(self):
        return [self.one(1) for _ in range(self.section.number('chordLength'))]


class Actions:
    def __init__(self, section, version, layers, macros):
        self.section = section
        self.version = version
        self.layers = layers
        self.macros = macros
        self.usages = Usages(section)
        self.earlier = Earlier()

    def read(self, where, depth=0):
        section = self.section
        if depth > 5:
            raise Damaged('too many actions in one another')
        kind = section.tree(where, 4)
        if kind == 15:
            kind += section.bit('actionOfPart', 16) if self.version == 2 else section.tree('furtherAction', 6)
        if kind == 0:
            return {'do': 'keys', 'codes': [self.usages.one(0 if where == 'actionOfKey' else 1)]}
        if kind == 2:
            return self.earlier.back(section, 'earlierAction')
        return self.earlier.keep(self.of_kind(kind, depth + 1))

    def of_kind(self, kind, depth):
        section, several = self.section, self.usages.several
        number = section.number
        part = lambda: self.read('actionOfPart', depth)
        if kind == 1:
            bits = section.tree('modifiers', 8)
            codes = [code_of(7, 0xE0 + n) for n in range(8) if bits >> n & 1]
            return {'do': 'keys', 'codes': codes + [self.usages.one(1)]}
        if kind == 3:
            return {'do': 'keys', 'codes': several()}
        if kind == 4:
            how = ['while', 'flip', 'go', 'once'][section.tree('layerHow', 2)]
            return {'do': 'layer', 'how': how, 'layer': pick(self.layers, number('layerNumber'))}
        if kind == 5:
            return {'do': 'macro', 'macro': pick(self.macros, number('macroNumber'))}
        if kind == 6:
            text = section.text('textLength', 'text')
            return {'do': 'text', 'text': text, 'gapMs': number('ms')}
        if kind == 7:
            return {'do': 'many', 'actions': [part() for _ in range(number('parts'))]}
        if kind == 8:
            codes = several()
            return {'do': 'holdFor', 'codes': codes, 'ms': number('ms')}
        if kind == 9:
            return {'do': 'latch', 'codes': several()}
        if kind == 10:
            return {'do': 'latchNext'}
        if kind == 11:
            return {'do': 'once', 'codes': several()}
        if kind == 12:
            return {'do': 'capitals'}
        if kind == 13:
            return {'do': 'button', 'button': number('button')}
        if kind == 14:
            dx = signed(section.tree('notches', 8))
            return {'do': 'wheel', 'dx': dx, 'dy': signed(section.tree('notches', 8, 1))}
        if kind == 15:
            slot = number('slot')
            return {'do': 'slot', 'how': 'next' if slot == 0 else 'previous'} if slot < 2 else {'do': 'slot', 'how': 'go', 'slot': slot - 1}
        if kind == 16:
            return {'do': 'device', 'what': pick(['record', 'lampsUp', 'lampsDown', 'lampsToggle', 'bootloader', 'lampsMove'], number('device'))}
        if kind == 17:
            cases = []
            for _ in range(number('underCases')):
                held = [MODIFIERS[section.tree('underHeld', 2)] for _ in range(number('underHeld'))]
                cases.append({'held': held, 'action': part()})
            other = {'otherwise': part()} if section.tree('underOtherwise', 1) else {}
            return {'do': 'under', 'cases': cases, **other}
        if kind == 18:
            what = ['pointer', 'wheel'][section.tree('moved', 1)]
            x, y = [-(n + 1) // 2 if n % 2 else n // 2 for n in (number('perSecond'), number('perSecond'))]
            move = {'do': 'move', 'what': what, 'x': x, 'y': y, 'rampMs': number('rampMs')}
            if section.tree('moveDepth', 1):
                begins = number('moveDepthUm')
                move['depth'] = {'fromUm': begins, 'toUm': begins + number('moveDepthUm')}
            return move
        raise Damaged('an action of kind %d' % kind)


def timing_of(section):
    timing = {}
    if not section.bit('hasTiming', 0):
        return timing
    for n, name in enumerate(FIGURES):
        if section.bit('hasTiming', 1 + n):
            timing[name] = section.number('gestureMs')
    if section.bit('hasTiming', 6):
        timing['interrupt'] = pick(['nested', 'any', 'wait'], section.tree('interrupt', 2))
    if section.bit('hasTiming', 7):
        timing['otherHandOnly'] = section.bit('hasTiming', 8) == 1
    return timing


def depth_of(section):
    return section.number('roundDepth') * 50 if section.bit('isRound', 0) else section.number('depth')


def actuation_of(section):
    mode = section.tree('travelMode', 2)
    point = depth_of(section)
    if mode == 0:
        return {'mode': 'fixed', 'pointUm': point}
    if mode == 1:
        return {'mode': 'fixed', 'pointUm': point, 'releaseUm': depth_of(section)}
    press, release = depth_of(section), depth_of(section)
    return {'mode': 'reversal', 'pointUm': point, 'pressUm': press, 'releaseUm': release, 'reset': ['point', 'top'][mode - 2]}


class Layout:
    def __init__(self, data, board, version, names, bounds):
        self.section = Section(data, bounds)
        self.bounds = bounds
        self.board = board
        self.names = names
        self.actions = Actions(self.section, version, [one['id'] for one in names['layers']], [one['id'] for one in names['macros']])
        self.gestures = Earlier()
        self.plans = Earlier()

    def read(self):
        section, board = self.section, self.board
        profile = {'hostLayout': pick(HOSTS, section.number('count')), 'timing': {**USUAL, **timing_of(section)}}
        layers = []
        count = section.number('layers')
        if not 1 <= count <= board['device']['layers']:
            raise Damaged('%d layers' % count)
        for n in range(count):
            assigned, before = [], 0
            for key in board['keys']:
                below = 2 if n > 0 and key['id'] in layers[n - 1] else 0
                before = section.bit('assigned', before + below + (4 if n == 0 else 0))
                if before:
                    assigned.append(key['id'])
            kind, keys = 0, {}
            for key in assigned:
                kind, keys[key] = self.binding(kind)
                self.bounds.spend(0, things_of(keys[key]))
            layers.append(keys)
        profile['layers'] = layers
        ids = self.actions.layers
        profile['joinedLayers'] = []
        for _ in range(section.number('count')):
            when = [pick(ids, section.number('layerNumber')) for _ in range(section.number('parts'))]
            profile['joinedLayers'].append({'when': when, 'also': pick(ids, section.number('layerNumber'))})
        profile['joints'] = []
        for _ in range(section.number('count')):
            keys = [pick(board['keys'], section.number('keyNumber'))['id'] for _ in range(section.number('parts'))]
            within = section.number('ms')
            action = self.actions.read('actionOfPart')
            self.bounds.spend(0, 1 + things_in(action))
            profile['joints'].append({'keys': keys, 'withinMs': within, 'action': action})
        profile['travel'] = self.travel()
        return profile

    def binding(self, before):
        section = self.section
        kind = section.tree('binding', 3, before)
        if kind == 0:
            return kind, {'kind': 'act', 'action': self.actions.read('actionOfKey')}
        if kind == 1:
            steps = []
            for _ in range(section.number('steps')):
                step = {}
                if section.bit('hasAction', 0):
                    step['tap'] = self.actions.read('actionOfTap')
                if section.bit('hasAction', 1):
                    step['hold'] = self.actions.read('actionOfHold')
                steps.append(step)
            timing = timing_of(section)
            return kind, self.gestures.keep({'kind': 'gesture', 'steps': steps, **({'timing': timing} if timing else {})})
        if kind == 2:
            return kind, self.gestures.back(section, 'earlierGesture')
        if kind == 3:
            spans = []
            for _ in range(section.number('spans')):
                span = {'from': self.crossing(0)}
                if section.bit('crossing', 1):
                    span['to'] = self.crossing(2)
                span['action'] = self.actions.read('actionOfPart')
                spans.append(span)
            return kind, self.plans.keep({'kind': 'stroke', 'spans': spans})
        if kind == 4:
            return kind, self.plans.back(section, 'earlierPlan')
        if kind == 5:
            return kind, {'kind': 'pass'}
        if kind == 6:
            return kind, {'kind': 'none'}
        raise Damaged('a binding of kind %d' % kind)

    def crossing(self, model):
        going = 'up' if self.section.bit('crossing', model) else 'down'
        return {'going': going, 'atUm': depth_of(self.section)}

    def travel(self):
        section = self.section
        whole, keys, before, earlier = actuation_of(section), {}, 0, Earlier()
        for key in self.board['keys']:
            before = section.bit('hasTravel', before)
            if not before:
                continue
            if section.bit('isEarlierTravel', 0):
                keys[key['id']] = earlier.back(section, 'earlierTravel')
            else:
                keys[key['id']] = earlier.keep(actuation_of(section))
        return {'board': whole, 'keys': keys}


def macros_of(section, bounds, most_events=1000):
    """Section *macros*: what there is without names."""
    usages, earlier, recent = Usages(section), Earlier(), []

    def score():
        unit = [1, 100, 1000, 5000][section.tree('unit', 2)]
        length = section.number('scoreLength') * unit
        down, gaps, before, at, events = [], {}, 0, 0, []
        count = section.number('events')
        if count > most_events:
            raise Damaged('a macro of too many events')
        for _ in range(count):
            if before in gaps and section.bit('isSameGap', before):
                gap = gaps[before]
            else:
                gap = gaps[before] = section.number('gap')
            at += gap * unit
            before = section.tree('event', 3, before)
            event = {'atUs': at}
            if before in (0, 5):
                code = pick(down, section.number('whichUp')) if before == 0 else usages.one(2)
                if code in down:
                    down.remove(code)
                event.update(edge='up', code=code)
            elif before in (1, 2):
                code = pick(recent, section.number('whichDown')) if before == 1 else usages.one(2)
                if code in recent:
                    recent.remove(code)
                recent.insert(0, code)
                if code not in down:
                    down.append(code)
                event.update(edge='down', code=code)
            elif before == 3:
                event['text'] = section.text('textLength', 'text')
                event['gapMs'] = section.number('ms')
            elif before == 4:
                dx = signed(section.tree('notches', 8))
                event['wheel'] = {'dx': dx, 'dy': signed(section.tree('notches', 8, 1))}
            else:
                raise Damaged('an event of kind %d' % before)
            events.append(event)
        return {'lengthUs': length, 'events': events}

    macros = []
    count = section.number('count')
    if count > 256:
        raise Damaged('too many macros')
    for _ in range(count):
        bits = [section.bit('macroBits', n) for n in range(6)]
        kind = pick(['times', 'whileHeld', 'untilPressedAgain'], section.tree('run', 2))
        run = {'kind': kind, 'times': section.number('times')} if kind == 'times' else {'kind': kind}
        macro = {'run': run, 'gapMs': section.number('ms'), 'stop': 'finish' if bits[3] else 'now', 'leavesHeld': bits[4] == 1, 'liftModifiers': bits[5] == 1}
        for has, part in zip(bits, ['onPress', 'repeat', 'onRelease']):
            if has:
                macro[part] = earlier.back(section, 'earlierScore') if section.bit('isEarlierScore', 0) else earlier.keep(score())
                bounds.spend(0, 1 + sum(len(event.get('text', 'x')) for event in macro[part]['events']))
        macros.append(macro)
    return macros


def recordings_of(data):
    """What lies behind the last slot, docs/formats/link.md."""
    if data[0] != 1:
        raise Damaged('recordings of another form')
    section = Section(data[1:])
    return [(section.number('slot'), section.number('keyNumber'), macro['onPress']) for macro in macros_of(section, Bounds(len(data)))]


class Named:
    """Section *names*."""

    def __init__(self, data, bounds):
        self.section = Section(data, bounds)

    def text(self):
        return self.section.text('nameLength', 'name')

    def heads(self):
        text, number = self.text, self.section.number
        several = lambda read: [read() for _ in range(number('count'))]
        head = {'id': text(), 'name': text(), 'icon': text()}
        head['roles'] = several(lambda: {'id': text(), 'name': text(), 'color': text()})
        head['layers'] = several(lambda: {'id': text(), 'name': text(), 'dye': pick(DYES, number('layers'))})
        head['macros'] = several(lambda: {'id': text(), 'name': text()})
        head['joints'] = several(text)
        return head

    def of_key(self, roles):
        section, more = self.section, {}
        if section.bit('hasName', 0):
            more['label'] = self.text()
        if section.bit('hasName', 1):
            more['role'] = pick(roles, section.number('keyNumber'))['id']
        if section.bit('hasName', 2):
            more['note'] = self.text()
        return more


def walk_of(section):
    """Section *walk*."""
    text = lambda: section.text('nameLength', 'name')
    steps = []
    for _ in range(section.number('count')):
        says, layer = text(), text()
        steps.append({'says': says, **({'layer': layer} if layer else {}), 'keys': [text() for _ in range(section.number('count'))]})
    return steps


GLOWS = ['keys', 'layer', 'latch', 'capitals', 'recording', 'lamp', 'slot', 'waiting', 'level', 'movement']
MOVEMENTS = ['still', 'tide', 'shuttle', 'echo']


def glow_of(section, board, names, layers):
    """Section *glow*: the lines; where names are left out, dyes and roles too."""
    ids = {'layerNumber': [layer['id'] for layer in names['layers']], 'keyNumber': [key['id'] for key in board['keys']]}

    def place(what):
        number = section.number(what)
        return ids[what][number] if number < len(ids[what]) else section.text('nameLength', 'name')

    def color():
        return '#%02X%02X%02X' % tuple(section.tree('glowColor', 8, n) for n in range(3))

    def line():
        glow = pick(GLOWS, section.tree('glow', 4))
        if glow == 'keys':
            said = {'glow': glow, 'shows': pick(['role', 'dye', 'dark'], section.tree('glowShown', 2)) if section.bit('glow', 19) else color()}
            if section.bit('glow', 16):
                said['layer'] = place('layerNumber')
            if section.bit('glow', 17):
                said['keys'] = [place('keyNumber') for _ in range(section.number('count'))]
            return {**said, 'only': True} if section.bit('glow', 18) else said
        if glow == 'waiting':
            return {'glow': glow, 'pulses': bool(section.bit('glow', 20))}
        if glow == 'level':
            return {'glow': glow, 'level': section.number('count')}
        if glow == 'movement':
            return {'glow': glow, 'movement': pick(MOVEMENTS, section.tree('glowShown', 2, 1))}
        said = {'glow': glow, 'key': place('keyNumber'), 'shows': color()}
        if glow == 'layer':
            said['layer'] = place('layerNumber')
        if glow == 'lamp':
            said['lamp'] = pick(LAMPS, section.number('count'))
        if glow == 'slot':
            said['slot'] = section.number('slot')
        return said

    lines = [line() for _ in range(section.number('count'))]
    if section.bit('glow', 21):
        names['roles'] = [{'id': 'role-%d' % n, 'name': 'Role %d' % (n + 1), 'color': color()} for n in range(section.number('count'))]
        for layer in layers:
            layer['dye'] = pick(DYES, section.number('layers'))
            for assignment in layer['keys'].values():
                if section.bit('glow', 22):
                    assignment['role'] = pick(names['roles'], section.number('keyNumber'))['id']
    return lines


def put_together(board, version, macro_bytes, layout_bytes, named, bounds, lamps=b'', walk=(), glow=None):
    """The profile of coded sections and names."""
    names = named.heads()
    macros = macros_of(Section(macro_bytes, bounds), bounds, board['device']['macroEvents']) if macro_bytes else []
    layout = Layout(layout_bytes, board, version, names, bounds).read()
    layers = []
    for head, keys in zip(names['layers'], layout['layers']):
        layers.append({**head, 'keys': {key: {'does': does, **named.of_key(names['roles'])} for key, does in keys.items()}})
    lit = []
    if lamps:
        plain = Plain(lamps)
        for _ in range(plain.count()):
            lamp = plain.byte()
            lit.append({'lamp': pick(LAMPS, lamp & 0x7F), 'lit': lamp >= 0x80, 'shows': pick(names['layers'], plain.count())['id']})
    lines = names.get('glow') or (glow_of(glow, board, {**names, 'layers': layers}, layers) if glow else [])
    return {
        'format': 'underloom-profile',
        'version': 1,
        'id': names['id'],
        'name': names['name'],
        'icon': names['icon'],
        'board': board['id'],
        'hostLayout': layout['hostLayout'],
        'timing': layout['timing'],
        'layers': layers,
        'joinedLayers': layout['joinedLayers'],
        'lampLayers': lit,
        'joints': [{'id': name, **joint} for name, joint in zip(names['joints'], layout['joints'])],
        'macros': [{**head, **macro} for head, macro in zip(names['macros'], macros)],
        'travel': layout['travel'],
        'roles': names['roles'],
        **({'walk': names.get('walk') or walk} if names.get('walk') or walk else {}),
        **({'glow': lines} if lines else {}),
    }


class NoNames:
    """Stand-ins, where the names were left out."""

    def heads(self):
        numbered = lambda word: [{'id': '%s-%d' % (word, n), 'name': '%s %d' % (word, n), 'dye': 'indigo'} for n in range(256)]
        return {'id': 'x', 'name': 'x', 'icon': 'spool', 'roles': [], 'layers': numbered('layer'), 'macros': numbered('macro'), 'joints': ['joint-%d' % n for n in range(256)]}

    def of_key(self, _roles):
        return {}


def read_image(data, board):
    """The profile in an image. Raises Damaged."""
    plain = Plain(data)
    if plain.bytes(4) != b'UNDL':
        raise Damaged('no image')
    version = plain.byte()
    if version not in (2, 3):
        raise Damaged('an image of version %d' % version)
    sections = {}
    while True:
        kind = plain.byte()
        if kind == 0:
            break
        if kind in sections:
            raise Damaged('a section that stands twice')
        sections[kind] = plain.bytes(plain.count())
    whole = data[:plain.at]
    if castagnoli(whole) != int.from_bytes(plain.bytes(4), 'little'):
        raise Damaged('another checksum')
    unknown = [kind for kind in sections if kind < 0x80 and kind not in (1, 2, 3, 4)]
    if unknown or 1 not in sections or 3 not in sections:
        raise Damaged('sections that are not known, or are missing')
    home = Plain(sections[1])
    if home.bytes(home.count()).decode() != board['id'] or home.count() != len(board['keys']):
        raise Damaged('for another board')
    bounds = Bounds(plain.at)
    named = Named(sections[0x81], bounds) if 0x81 in sections else NoNames()
    walk = walk_of(Section(sections[0x82], bounds)) if 0x82 in sections else ()
    glow = Section(sections[0x83], bounds) if 0x83 in sections else None
    return put_together(board, version, sections.get(2, b''), sections[3], named, bounds, sections.get(4, b''), walk, glow)
