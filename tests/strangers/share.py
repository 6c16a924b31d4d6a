"""
A reader of share codes, written from docs/formats/share-code.md alone: a code a line on standard input, profiles as lines of JSON on standard output.

    python3 share.py FOLDER_OF_BOARD_FILES
"""
import copy
import json
import math
import os
import re
import sys
import zlib

from coding import Bounds, Coder, Damaged
from image import DYES, FORMATS, Plain, put_together

LETTERS = '0123456789ABCDEFGHIJKLMNOPQRSTUVWXYZabcdefghijklmnopqrstuvwxyz'
KINDS = {name: n + 1 for n, name in enumerate('id name color label note role icon json number'.split())}
WHOLE = 0xFFFFFFFF


def bytes_of(letters):
    lengths = {math.ceil(8 * n / math.log2(62)): n for n in range(33)}
    data = b''
    for at in range(0, len(letters), 43):
        block = letters[at:at + 43]
        value = 0
        for letter in block:
            if letter not in LETTERS:
                raise Damaged('a sign that is no letter')
            value = value * 62 + LETTERS.index(letter)
        length = lengths.get(len(block))
        if length is None or value >> 8 * length:
            raise Damaged('a block that does not fit')
        data += value.to_bytes(length, 'big')
    return data


def squash_table():
    table, falls = [], 1.0
    for _ in range(2049):
        table.append(1 / (1 + falls))
        falls *= 0.9961013694701175
    return table


SQUASHED = squash_table()


def squash(x):
    chance = SQUASHED[min(2048, math.floor(abs(x) * 256))]
    return 1 - chance if x < 0 else chance


def stretch_table():
    table, x = [], -8.0
    for n in range(4096):
        while x < 8 and squash(x) * 4096 < n + 0.5:
            x += 1 / 256
        table.append(x)
    return table


STRETCHED = stretch_table()
TRUST = [0, 0.7, 0.85, 0.95, 1]


class Model:
    def __init__(self):
        self.chances = [[0.5] * 65536 for _ in range(9)]
        self.counts = [[0] * 65536 for _ in range(9)]
        self.weights = [[0.35] * 9 for _ in range(6)]
        self.last = [0] * 5
        self.said = {}
        self.node = 1
        self.contexts = [0] * 9
        with open(os.path.join(FORMATS, 'share-words.json')) as words:
            for one in json.load(words):
                self.begin(one['kind'])
                for character in one['text']:
                    for n in range(7, -1, -1):
                        self.chance()
                        self.learn(ord(character) >> n & 1)
        self.last = [0] * 5

    def begin(self, kind):
        self.kind = kind
        self.word = self.before = self.field = 0
        self.look()

    def look(self):
        h = 0
        for n in range(5):
            h = ((h + self.last[n] + 1) * 0x2C1B3C6D & WHOLE) ^ (n + 1)
            self.contexts[n] = h ^ ((self.kind + 1) * 0x297A2D39 & WHOLE) if n < 2 else h
        self.contexts[5] = (self.kind + 1) * 0x1B56C4E9 & WHOLE
        self.contexts[6] = ((self.word + 0x51ED27) * 0x7FEB352D & WHOLE) ^ self.last[0]
        self.contexts[7] = ((self.word + 0x3C6EF3) * 0x5BD1E995 & WHOLE) ^ (self.before * 0x68E31DA4 & WHOLE)
        self.contexts[8] = ((self.said.get(self.kind, 0) + self.kind) * 0x6C078965 & WHOLE) ^ self.field

    def chance(self):
        by_node = self.node * 0x9E3779B1 & WHOLE
        self.slots = [((context ^ by_node) * 0x85EBCA6B & WHOLE) >> 7 & 0xFFFF for context in self.contexts]
        self.opinions = []
        row = 0
        for n, slot in enumerate(self.slots):
            count = self.counts[n][slot]
            self.opinions.append(STRETCHED[min(4095, math.floor(self.chances[n][slot] * 4096))] * TRUST[min(4, count)])
            if n < 5 and count > 0:
                row = n + 1
        self.row = self.weights[row]
        total = 0.0
        for opinion, weight in zip(self.opinions, self.row):
            total += opinion * weight
        self.mixed = squash(total)
        return min(65535, max(1, math.floor(self.mixed * 65536)))

    def learn(self, bit):
        error = (bit - self.mixed) * 0.02
        for n, slot in enumerate(self.slots):
            self.row[n] += error * self.opinions[n]
            count = self.counts[n][slot]
            self.chances[n][slot] += (bit - self.chances[n][slot]) / (count + 1.5)
            if count < 60:
                self.counts[n][slot] = count + 1
        self.node = 2 * self.node + bit
        if self.node >= 256:
            self.passed(self.node - 256)

    def passed(self, byte):
        self.node = 1
        self.last = [byte] + self.last[:4]
        if chr(byte).isascii() and chr(byte).isalpha():
            self.word = (self.word * 0x2F0B4C47 + (byte | 32)) & WHOLE
        elif self.word:
            self.before, self.word = self.word, 0
        if byte == 0:
            self.said[self.kind] = self.field
        else:
            self.field = (self.field * 0x01000193 + byte) & WHOLE
        self.look()


READ = Model()


class Fields:
    """Texts, one after the other; also the names beside a bare image."""

    def __init__(self, data):
        self.model = copy.deepcopy(READ)
        self.coder = Coder(data)
        self.left = 6000 + 48 * len(data)

    def field(self, kind):
        self.model.begin(KINDS[kind])
        data = bytearray()
        while True:
            byte = 0
            for _ in range(8):
                bit = self.coder.bit(self.model.chance())
                self.model.learn(bit)
                byte = 2 * byte + bit
            self.left -= 1
            if self.left < 0:
                raise Damaged('more text than so few bytes may stand for')
            if byte == 0:
                return data.decode('utf-8')
            data.append(byte)

    def role(self):
        field = self.field('role')
        return ord(field) - ord('!') if field else None

    def named(self):
        name = self.field('name')
        own = self.field('id')
        return {'id': own or re.sub('^-|-$', '', re.sub('[^a-z0-9]+', '-', name.lower())), 'name': name}

    def heads(self):
        head = self.named()
        head['icon'] = self.field('icon')
        roles, layers, macros, joints, steps, glows = (list(map(int, self.field('number').split())) + [0, 0])[:6]
        head['roles'] = [{**self.named(), 'color': self.field('color')} for _ in range(roles)]
        head['layers'] = [{**self.named(), 'dye': DYES[self.role()]} for _ in range(layers)]
        head['macros'] = [self.named() for _ in range(macros)]
        head['joints'] = [self.field('id') for _ in range(joints)]
        if steps:
            head['walk'] = [self.step() for _ in range(steps)]
        if glows:
            head['glow'] = json.loads(self.field('json'))
        return head

    def step(self):
        says, layer, keys = self.field('note'), self.field('id'), self.field('id')
        return {'says': says, **({'layer': layer} if layer else {}), 'keys': keys.split()}

    def of_key(self, roles):
        role, label, note = self.role(), self.field('label'), self.field('note')
        more = {} if role is None else {'role': roles[role]['id']}
        for name, text in (('label', label), ('note', note)):
            if text:
                more[name] = '' if text == ' ' else text
        return more


def read_code(code, boards):
    """The profile in a code. `boards` is a folder of board files, each named by its id."""
    letters = re.sub(r'\s+', '', code)
    if not letters.startswith('loom1'):
        raise Damaged('no share code of version 1')
    data = bytes_of(letters[5:])
    if zlib.crc32(data[:-4]) != int.from_bytes(data[-4:], 'big'):
        raise Damaged('letters are missing or have changed')
    kind, body = data[0], data[1:-4]
    if kind == 2:
        return json.loads(Fields(body).field('json'))
    if kind not in (1, 3):
        raise Damaged('a code of kind %d' % kind)
    names = body[0] + 256 * body[1]
    fields = Fields(body[2:2 + names])
    with open(os.path.join(boards, fields.field('id') + '.json')) as file:
        board = json.load(file)
    bare = Plain(body[2 + names:])
    macros = bare.bytes(bare.count())
    padding = bare.count()
    layout = bare.bytes(bare.count())
    # The frame: about 30 bytes, and a section of zeros.
    bounds = Bounds(len(macros) + padding + len(layout) + 64)
    return put_together(board, 2 if kind == 1 else 3, macros, layout, fields, bounds)


if __name__ == '__main__':
    for line in sys.stdin:
        try:
            print(json.dumps(read_code(line, sys.argv[1])))
        except Damaged as error:
            print(json.dumps({'damaged': str(error)}))
