"""The coder of images, docs/formats/image.md: bits out of bytes, with chances that models learn."""


class Damaged(Exception):
    """What was read is not what the page describes."""


class Bounds:
    """What an image of so many bytes may stand for: coded bits, and things."""

    def __init__(self, length):
        self.bits = 30_000 + 16 * length
        self.things = 1500 + length

    def spend(self, bits, things):
        self.bits -= bits
        self.things -= things
        if self.bits < 0 or self.things < 0:
            raise Damaged('stands for more than so few bytes may')


class Coder:
    """A stream of bits; who asks says how likely a 1 is, in 65536ths."""

    def __init__(self, data, bounds=None):
        self.data = data
        self.bounds = bounds
        self.at = 0
        self.low = 0
        self.high = 0xFFFFFFFF
        self.value = 0
        for _ in range(4):
            self.value = self.value << 8 | self._byte()

    def _byte(self):
        byte = self.data[self.at] if self.at < len(self.data) else 0
        self.at += 1
        return byte

    def bit(self, chance):
        if self.bounds:
            self.bounds.spend(1, 0)
        middle = self.low + (self.high - self.low) * chance // 65536
        bit = 1 if self.value <= middle else 0
        if bit:
            self.high = middle
        else:
            self.low = middle + 1
        while self.low >> 24 == self.high >> 24:
            self.low = self.low << 8 & 0xFFFFFFFF
            self.high = (self.high << 8 & 0xFFFFFFFF) + 255
            self.value = (self.value << 8 & 0xFFFFFFFF) + self._byte()
        return bit


class Section:
    """A coded section: a coder with models of its own."""

    def __init__(self, data, bounds=None):
        self.coder = Coder(data, bounds)
        self.models = {}

    def bit(self, name, model):
        chance, count = self.models.get((name, model), (32768, 0))
        bit = self.coder.bit(chance)
        step = (65535 if bit else 0) - chance
        # The quotient is rounded towards nought.
        chance += step // (count + 2) if step >= 0 else -(-step // (count + 2))
        self.models[name, model] = (min(65280, max(256, chance)), min(20, count + 1))
        return bit

    def tree(self, name, bits, context=0):
        node = 1
        for _ in range(bits):
            node = 2 * node + self.bit(name, (context << bits) + node)
        return node - (1 << bits)

    def number(self, name):
        k = 0
        while k < 40 and self.bit(name, k):
            k += 1
        whole = node = 1
        for n in range(k):
            if n < 2:
                bit = self.bit(name, 64 + 4 * k + node)
                node = 2 * node + bit
            else:
                bit = self.coder.bit(32768)
            whole = 2 * whole + bit
        return whole - 1

    def text(self, lengths, characters):
        length = self.number(lengths)
        if length > 10_000:
            raise Damaged('a text that is too long')
        data = bytearray()
        context = 2
        for _ in range(length):
            byte = self.tree(characters, 8, context)
            data.append(byte)
            if 0x61 <= byte <= 0x7A:
                context = 0
            elif 0x41 <= byte <= 0x5A or 0x30 <= byte <= 0x39:
                context = 1
            else:
                context = 2 if byte < 0x80 else 3
        try:
            return data.decode('utf-8')
        except UnicodeDecodeError as error:
            raise Damaged('a text that is not UTF-8') from error


class Earlier(list):
    """Things that are stored once: an earlier one is how many came after it."""

    def back(self, section, name):
        place = len(self) - 1 - section.number(name)
        if place < 0:
            raise Damaged('an earlier thing that is not there')
        return self[place]

    def keep(self, one):
        self.append(one)
        return one
