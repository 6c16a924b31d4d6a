/** What the host program, the server and pages say to each other; every word from outside passes here. docs/formats/host.md. */
import { HOST_IDS } from '../hosts';
import { z } from '../reading';
import { rulesSchema } from './rules';

const words = (most: number) => z.string().max(most);
const timeUs = z.number().int().min(0).max(Number.MAX_SAFE_INTEGER);
const number = z.number().int().min(0).max(Number.MAX_SAFE_INTEGER);

/** So large a sound goes to a page at the most, in bytes of its file. */
export const MOST_PAGE_SOUND_BYTES = 2 << 20;
/** So many edges are told at once at the most. */
export const MOST_ARRIVED = 500;

/** Something that the keyboard asked for, and what became of it. */
export const askedSchema = z.strictObject({
  what: z.enum(['program', 'sound']),
  name: words(60),
  did: z.enum(['done', 'notListed', 'failed']),
  because: words(200).optional(),
});
export type Asked = z.infer<typeof askedSchema>;

/** What the host program tells of itself: where it is plugged in, what is in front, which rule counts, what was asked for lately. */
export const hostStateSchema = z.strictObject({
  /** `display :0`, or `/dev/uhid`. */
  plugged: words(100),
  /** Whether it looks at what is in front. */
  looks: z.boolean(),
  /** Whether it can tell what has arrived at the computer. */
  tells: z.boolean(),
  /** By which layout the computer makes characters: as it says, and which host layout that is, if it is one of them; null when it does not say. */
  layout: z.strictObject({ said: words(80), id: z.enum(HOST_IDS).nullable() }).nullable(),
  front: z.strictObject({ program: words(200), instance: words(200) }).nullable(),
  /** The name of the rule that counts; null when none does. */
  rule: words(60).nullable(),
  /** Why that came about or did not, as a sentence; empty when there is nothing to say. */
  because: words(300),
  asked: z.array(askedSchema).max(20),
  /** Names on the person's own list; `problem` says why it cannot be read, as a sentence. */
  listed: z.strictObject({
    programs: z.array(words(60)).max(200),
    sounds: z.array(words(60)).max(200),
    problem: words(300).optional(),
  }),
});
export type HostState = z.infer<typeof hostStateSchema>;

/** A key or a button that the keyboard sent down or up: when it did, in its own µs; when the computer had it, in the same; null when it never came. */
export const arrivedSchema = z.strictObject({
  t: timeUs,
  atUs: timeUs.nullable(),
  code: words(40),
  isDown: z.boolean(),
});
export type Arrived = z.infer<typeof arrivedSchema>;

/** What arrived at the computer, in the order in which it was sent, and its lamps before the first of it (bits by `HOST_LAMPS`). */
const arrivedMessageSchema = z.strictObject({
  say: z.literal('arrived'),
  lamps: number.max(31),
  edges: z.array(arrivedSchema).max(MOST_ARRIVED),
});
export type ArrivedMessage = z.infer<typeof arrivedMessageSchema>;

/** A sound that a page shall play: a WAV file in base64. */
const soundMessageSchema = z.strictObject({
  say: z.literal('sound'),
  id: number,
  name: words(60),
  wav: z.base64().max(Math.ceil(MOST_PAGE_SOUND_BYTES / 3) * 4),
});
export type SoundMessage = z.infer<typeof soundMessageSchema>;

/** Whether a sound is playing: why not, as the rest of a sentence; empty when it is. */
const playedMessageSchema = z.strictObject({ say: z.literal('played'), id: number, because: words(200) });
export type PlayedMessage = z.infer<typeof playedMessageSchema>;

/** What the host program says. */
export const fromHostSchema = z.discriminatedUnion('say', [
  z.strictObject({ say: z.literal('state'), state: hostStateSchema }),
  arrivedMessageSchema,
  soundMessageSchema,
]);
export type FromHost = z.infer<typeof fromHostSchema>;

/** What a page says: other rules, in the place of those that it has seen; what it is ready for; whether a sound plays. */
export const fromPageSchema = z.discriminatedUnion('say', [
  z.strictObject({ say: z.literal('rules'), was: rulesSchema, rules: rulesSchema }),
  /** It wants to hear what arrives at the computer; it plays sounds. */
  z.strictObject({ say: z.literal('ready'), hears: z.boolean(), plays: z.boolean() }),
  playedMessageSchema,
]);
export type FromPage = z.infer<typeof fromPageSchema>;

/** What the server tells both: the rules, what the program says of itself (null when none is plugged in), and what pages there are. */
export const toAllSchema = z.strictObject({
  rules: rulesSchema,
  state: hostStateSchema.nullable(),
  /** Whether any page wants to hear what arrives, and whether any plays sounds. */
  pages: z.strictObject({ hear: z.boolean(), play: z.boolean() }),
  /** To who has sent rules: why they were not kept, as a sentence; empty when they were. */
  answer: words(300).optional(),
});
export type ToAll = z.infer<typeof toAllSchema>;

/** What the server tells the host program, and a page. */
export const toHostSchema = z.union([toAllSchema, playedMessageSchema]);
export const toPageSchema = z.union([toAllSchema, arrivedMessageSchema, soundMessageSchema]);
export type ToHost = z.infer<typeof toHostSchema>;
export type ToPage = z.infer<typeof toPageSchema>;
