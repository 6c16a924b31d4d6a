/**
 * The cases for firmware writers, as they stand in `docs/formats/cases/`: data, so that they serve in any language. docs/firmware.md says what
 * each field means.
 */
import { z } from '../../core/reading';

const hex = z.string().regex(/^([0-9A-F]{2})*$/);
const sequence = z.number().int().min(0).max(65_535);

/** A report to send, and what must come back: an answer whose fields begin so, a refusal that says so, or nothing. */
export const stepSchema = z.strictObject({
  send: z.strictObject({
    kind: z.number().int().min(0).max(255),
    sequence,
    session: sequence,
    fields: hex.default(''),
    /** How often it is sent, the same each time. */
    times: z.number().int().min(1).max(10).default(1),
    /** A bit of it is turned on the way. */
    isDamaged: z.boolean().default(false),
  }),
  answer: z
    .union([z.strictObject({ fields: hex }), z.strictObject({ refusal: z.string() }), z.null()])
    .describe('null: nothing comes back'),
});

const linkCasesSchema = z.strictObject({
  format: z.literal('underloom-link-cases'),
  version: z.literal(1),
  cases: z.array(
    z.strictObject({ name: z.string(), why: z.string(), asksYes: z.boolean(), steps: z.array(stepSchema) }),
  ),
});
export type LinkCase = z.infer<typeof linkCasesSchema>['cases'][number];
export type LinkStep = z.infer<typeof stepSchema>;

const imageCasesSchema = z.strictObject({
  format: z.literal('underloom-image-cases'),
  version: z.literal(1),
  cases: z.array(z.strictObject({ name: z.string(), image: hex, isTaken: z.boolean() })),
});

/** What the keys do, as lines, by layer; a key that is not named is plain. */
const keyLines = z.record(z.string(), z.record(z.string(), z.string()));
/** What is done to a keyboard. */
const doings = {
  /** Time in µs, place of the key on the board, depth in µm. */
  strokes: z.array(z.tuple([z.number(), z.number(), z.number()])),
  /** Time in µs, which lamps the host has lit from then on, as bits. */
  lamps: z.array(z.tuple([z.number(), z.number()])),
  /** To this time the clock goes on, in µs. */
  untilUs: z.number(),
};

const engineCasesSchema = z.strictObject({
  format: z.literal('underloom-engine-cases'),
  version: z.literal(1),
  cases: z.array(
    z.strictObject({
      name: z.string(),
      why: z.string(),
      keys: keyLines,
      /** What the fingers and the host's lamps do, in ms, to be read. */
      fingers: z.string(),
      image: hex,
      ...doings,
      /** Time in µs, 1 down or 0 up, HID page, HID usage. */
      edges: z.array(z.tuple([z.number(), z.number(), z.number(), z.number()])),
      /** Time in µs, counts of the pointer to the right, and down. */
      moves: z.array(z.tuple([z.number(), z.number(), z.number()])),
      /** The fields of all trace reports, without the zeros behind them; left out where the trace does not matter. */
      told: z.array(hex).optional(),
    }),
  ),
});
const lampCasesSchema = z.strictObject({
  format: z.literal('underloom-lamp-cases'),
  version: z.literal(1),
  cases: z.array(
    z.strictObject({
      name: z.string(),
      why: z.string(),
      keys: keyLines,
      /** What the lamps show, as lines, to be read. */
      glow: z.array(z.string()),
      image: hex,
      steps: z.array(
        z.strictObject({
          ...doings,
          /** Place of the key, and what its lamp shows then: `#RRGGBB` or `dark`, with ` pulses` behind it while it does. */
          shows: z.array(z.tuple([z.number(), z.string()])),
        }),
      ),
    }),
  ),
});
export type LampCase = z.infer<typeof lampCasesSchema>['cases'][number];
export type EngineCase = z.infer<typeof engineCasesSchema>['cases'][number];

export const bytesOf = (text: string): Uint8Array => Uint8Array.from(Buffer.from(text, 'hex'));
export const hexOf = (bytes: Uint8Array): string => Buffer.from(bytes).toString('hex').toUpperCase();
/** The fields of a report, without the zeros behind them. */
export const fieldsOf = (report: Uint8Array): string => hexOf(report.subarray(6, 60)).replace(/(00)+$/, '');

/** The cases as they stand in docs/formats/cases, checked. Loaded when a program is put through them. */
export async function loadCases() {
  const [link, images, engine, lamps] = await Promise.all([
    import('../../../docs/formats/cases/link.json', { with: { type: 'json' } }),
    import('../../../docs/formats/cases/images.json', { with: { type: 'json' } }),
    import('../../../docs/formats/cases/engine.json', { with: { type: 'json' } }),
    import('../../../docs/formats/cases/lamps.json', { with: { type: 'json' } }),
  ]);
  return {
    link: linkCasesSchema.parse(link.default).cases,
    images: imageCasesSchema.parse(images.default).cases,
    engine: engineCasesSchema.parse(engine.default).cases,
    lamps: lampCasesSchema.parse(lamps.default).cases,
  };
}
