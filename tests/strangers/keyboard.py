"""
A keyboard on standard input and output, written from docs/formats/link.md, image.md and engine.md alone. It keeps what it is given as long as it runs,
and says yes by itself.

    python3 keyboard.py BOARD.json
"""
import csv
import json
import os
import sys
import zlib

from coding import Damaged
from engine import Engine
from image import FORMATS, read_image

with open(os.path.join(FORMATS, 'codes.csv'), newline='') as table:
    USAGES = {row['code']: (int(row['page'], 16), int(row['usage'], 16)) for row in csv.DictReader(table)}

SLOT_BYTES = 8192
ANSWERS = 128
TRACES = {'edge': 1, 'decision': 2, 'pending': 3, 'layer': 4, 'wheel': 5, 'begin': 6, 'slot': 7, 'device': 8}
"""Bytes of the fields of each trace, behind the time; s is the place of a code."""
WIDTHS = {'edge': [1, 0], 'decision': [1, 2, 1, 1, 1, 6, 2], 'pending': [2, 1, 1, 6], 'layer': [1, 1, 1], 'wheel': [1, 1], 'begin': [2, 1, 6], 'slot': [1, 1], 'device': [1, 1]}


def number(value, width):
    return (value % (1 << 8 * width)).to_bytes(width, 'little')


def usage_of(code):
    if code.startswith('button:'):
        return 9, int(code[7:])
    if code.startswith('hid:'):
        _, page, usage = code.split(':')
        return int(page, 16), int(usage, 16)
    return USAGES[code]


class Refused(Exception):
    pass


class Keyboard:
    def __init__(self, board, send):
        self.board = board
        self.send = send
        self.count = board['device']['slots']
        self.slots = {}
        self.in_use = 0
        self.session = None
        self.earlier = []
        self.answers = {}
        self.newest = 0
        self.told_last = None
        self.told_number = 0
        self.has_leave = False
        self.writing = None
        self.engine = None

    def report(self, kind, sequence, session, fields):
        head = bytes([kind, 0]) + number(sequence, 2) + number(session, 2) + fields
        body = head.ljust(60, b'\0')
        return body + number(zlib.crc32(body), 4)

    def tell(self, kind, fields):
        self.told_number = self.told_number % 65535 + 1
        self.send(self.report(kind, self.told_number, self.session or 0, fields))

    def trace(self, kind, at, *values):
        fields = bytes([TRACES[kind]]) + number(at, 6)
        for value, width in zip(values, WIDTHS[kind]):
            if width:
                fields += number(value, width)
            else:
                page, usage = usage_of(value)
                fields += bytes([page]) + number(usage, 2)
        self.tell(0x60, fields)

    def take(self, report):
        kind = report[0]
        sequence = int.from_bytes(report[2:4], 'little')
        session = int.from_bytes(report[4:6], 'little')
        fields = report[6:60]
        if kind == 1 and session != self.session:
            if session in self.earlier:
                return
            if not fields[0] <= 2 <= fields[1]:
                self.refuse(sequence, session, 'it speaks version 2 of the link')
                return
            if self.session is not None:
                self.earlier = (self.earlier + [self.session])[-16:]
            self.session, self.answers, self.newest, self.writing, self.told_last = session, {}, sequence, None, None
        elif self.session is None:
            self.refuse(sequence, session, 'no hello has come')
            return
        elif session != self.session:
            return
        if kind in (0x11, 0x12):
            if self.told_last is None or 0 < (sequence - self.told_last) % 65536 < 32768:
                self.told_last = sequence
                self.play(kind, fields)
            return
        if sequence in self.answers:
            for answer in self.answers[sequence]:
                self.send(answer)
            return
        behind = (self.newest - sequence) % 65536
        if 0 < behind < 32768:
            if behind >= ANSWERS:
                return
        else:
            self.newest = sequence
        try:
            self.answer(sequence, [self.report(kind | 0x80, sequence, session, self.carry_out(kind, fields))])
        except Refused as why:
            self.refuse(sequence, session, str(why))
        self.answers = {one: answer for one, answer in self.answers.items() if (self.newest - one) % 65536 < ANSWERS}

    def answer(self, sequence, reports):
        self.answers[sequence] = reports
        for report in reports:
            self.send(report)

    def refuse(self, sequence, session, why):
        pieces = [why[at:at + 50] for at in range(0, len(why), 50)]
        self.answer(sequence, [self.report(0xFF, sequence, session, bytes([n, len(pieces)]) + piece.encode('ascii')) for n, piece in enumerate(pieces)])

    def slot(self, fields, more=0):
        if fields[0] >= self.count + more:
            raise Refused('there is no slot %d' % (fields[0] + 1))
        return fields[0]

    def may_write(self):
        if not self.has_leave:
            raise Refused('nobody has said yes')

    def carry_out(self, kind, fields):
        offset = int.from_bytes(fields[0:4], 'little')
        if kind == 0x01:
            head = bytes([2, 1, self.count, self.in_use]) + number(SLOT_BYTES, 4) + number(self.board['device']['pollHz'], 2)
            return head + b'\0' + self.board['id'].encode('ascii')
        if kind == 0x02:
            data = self.slots.get(self.slot(fields, 1))
            return bytes(9) if data is None else number(len(data), 4) + number(zlib.crc32(data), 4) + b'\1'
        if kind == 0x03:
            data = self.slots.get(self.slot(fields, 1))
            if data is None:
                raise Refused('slot %d is empty' % (fields[0] + 1))
            start = int.from_bytes(fields[1:5], 'little')
            piece = data[start:start + 48]
            return number(start, 4) + bytes([len(piece)]) + piece
        if kind == 0x04:
            self.may_write()
            length = int.from_bytes(fields[1:5], 'little')
            if not 0 < length <= SLOT_BYTES:
                raise Refused('a slot has %d bytes' % SLOT_BYTES)
            self.writing = {'slot': self.slot(fields), 'length': length, 'crc': int.from_bytes(fields[5:9], 'little'), 'pieces': {}}
            return b''
        if kind == 0x05:
            if not self.writing:
                raise Refused('nothing is being written')
            end = offset + fields[4]
            if offset % 48 or fields[4] > 48 or end > self.writing['length']:
                raise Refused('a piece that belongs nowhere')
            self.writing['pieces'][offset] = fields[5:5 + fields[4]]
            return b''
        if kind == 0x06:
            return self.commit()
        if kind == 0x07:
            slot = self.slot(fields)
            if slot not in self.slots:
                raise Refused('slot %d is empty' % (slot + 1))
            self.use(slot)
            return b''
        if kind == 0x08:
            self.has_leave = True
            return b'\0'
        if kind == 0x09:
            self.may_write()
            slot = self.slot(fields, 1)
            self.slots.pop(slot, None)
            self.changed(slot)
            return b''
        if kind == 0x0A:
            self.may_write()
            self.slots.clear()
            self.changed(self.in_use)
            return b''
        if kind == 0x0B:
            return bytes([16]) + b'\xFF\0\0\0' * max(0, min(12, 16 - fields[0]))
        if kind == 0x0C:
            self.writing = None
            return b''
        if kind == 0x10:
            if self.in_use not in self.slots:
                raise Refused('slot %d is empty' % (self.in_use + 1))
            self.engine = Engine(read_image(self.slots[self.in_use], self.board), self.board, self.trace)
            return b''
        if kind == 0x13:
            if self.engine:
                self.engine.let_go()
            return b''
        if kind == 0x14:
            self.engine = None
            return b''
        if kind == 0x15:
            return b''
        if kind == 0x16:
            if self.engine:
                self.engine.lamps(int.from_bytes(fields[0:6], 'little'), fields[6])
            return b''
        raise Refused('a request of kind %d is not known here' % kind)

    def commit(self):
        if not self.writing:
            raise Refused('nothing is being written')
        data = b''.join(piece for _, piece in sorted(self.writing['pieces'].items()))
        if len(data) != self.writing['length'] or zlib.crc32(data) != self.writing['crc']:
            raise Refused('not all of it came, or it is damaged')
        try:
            read_image(data, self.board)
        except Damaged as why:
            raise Refused('no image for this keyboard: %s' % why) from why
        self.slots[self.writing['slot']] = data
        slot, self.writing = self.writing['slot'], None
        self.use(slot)
        return b''

    def use(self, slot):
        self.in_use = slot
        self.changed(slot)

    def changed(self, slot):
        if slot == self.in_use and self.engine:
            self.engine = None
            self.tell(0x61, b'')
        self.tell(0x62, bytes([self.in_use]))

    def play(self, kind, fields):
        if not self.engine:
            return
        at = int.from_bytes(fields[0:6], 'little')
        if kind == 0x12:
            self.engine.advance(at)
        elif int.from_bytes(fields[6:8], 'little') < len(self.board['keys']):
            self.engine.finger(at, int.from_bytes(fields[6:8], 'little'), int.from_bytes(fields[8:10], 'little'))


def main():
    with open(sys.argv[1]) as file:
        board = json.load(file)
    out = sys.stdout.buffer

    def send(report):
        out.write(report)
        out.flush()

    keyboard = Keyboard(board, send)
    came = b''
    while True:
        data = sys.stdin.buffer.read1(4096)
        if not data:
            return
        came += data
        while len(came) >= 64:
            report = came[:64]
            if zlib.crc32(report[:60]) == int.from_bytes(report[60:], 'little'):
                keyboard.take(report)
                came = came[64:]
            else:
                came = came[1:]


if __name__ == '__main__':
    main()
