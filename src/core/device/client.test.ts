/** The page's end of the link against a keyboard that answers badly, late, or not at all. */
import { describe, expect, test } from '@jest/globals';
import { KeyboardClient, LinkError, type Transport } from '.';
import { ANSWER_BIT, REFUSAL, ReportReader, ReportWriter, REQUEST } from './linkReports';

type Answer = (request: ReportReader, sequence: number) => Uint8Array | 'silence';

/** A keyboard that answers as it is told to, and a clock that strikes when a test says so. */
function keyboard(answer: Answer) {
  const waiting = new Set<() => void>();
  const transport: Transport = {
    send: (report) => {
      const request = new ReportReader(report);
      const said = answer(request, request.sequence);
      if (said !== 'silence') queueMicrotask(() => transport.onReport(said));
    },
    close: () => transport.onClose(),
    onReport: () => undefined,
    onClose: () => undefined,
  };
  const client = new KeyboardClient(transport, (_ms, call) => {
    waiting.add(call);
    return () => waiting.delete(call);
  });
  const strike = (): void => waiting.forEach((call) => call());
  return { client, strike, waiting, transport };
}

const yes: Answer = (request, sequence) => new ReportWriter(request.kind | ANSWER_BIT, sequence).bytes;
const no = (sequence: number, reason: string): Uint8Array => new ReportWriter(REFUSAL, sequence).text(reason).bytes;
const IMAGE = Uint8Array.of(1, 2, 3);

/** What is said of a save that a keyboard answers like this; the clock strikes once everything is quiet. */
async function saving(answer: Answer): Promise<string> {
  const { client, strike } = keyboard(answer);
  const saved = client.save(0, IMAGE).then(
    () => 'saved',
    (error: unknown) => (error instanceof LinkError ? error.message : `another error: ${String(error)}`),
  );
  for (let n = 0; n < 20; n++) await Promise.resolve();
  await new Promise((resolve) => setTimeout(resolve, 5));
  strike();
  return saved;
}

describe('a save that does not end well says what is known of the keyboard', () => {
  const silentAt =
    (kind: number): Answer =>
    (request, sequence) =>
      request.kind === kind ? 'silence' : yes(request, sequence);
  const refusesAt =
    (kind: number): Answer =>
    (request, sequence) =>
      request.kind === kind ? no(sequence, 'no room') : yes(request, sequence);
  test.each<[string, Answer, string]>([
    [
      'silent from the beginning',
      silentAt(REQUEST.writeBegin),
      'the keyboard did not answer within 3 s. The keyboard keeps what it had',
    ],
    ['refused while writing', refusesAt(REQUEST.writePiece), 'no room. The keyboard keeps what it had'],
    ['the taking over is refused', refusesAt(REQUEST.writeCommit), 'no room. The keyboard keeps what it had'],
    [
      'silent while taking over',
      silentAt(REQUEST.writeCommit),
      'the keyboard did not answer within 3 s. Whether the keyboard took it over is not known',
    ],
    [
      'silent when it is read back',
      silentAt(REQUEST.slotInfo),
      'the keyboard did not answer within 3 s. It was taken over, but could not be read back to compare',
    ],
    ['something else is read back', yes, 'what the keyboard now holds is not what was sent; save again'],
  ])('%s', async (_what, answer, said) => expect(await saving(answer)).toBe(said));
});

test('no request waits for ever, and an answer that comes too late is not taken for another', async () => {
  const { client, strike, waiting, transport } = keyboard(() => 'silence');
  const first = client.hello().catch((error: Error) => error.message);
  strike();
  expect(await first).toBe('the keyboard did not answer within 3 s');
  transport.onReport(new ReportWriter(REQUEST.hello | ANSWER_BIT, 1).bytes);
  const second = client.hello().catch((error: Error) => error.message);
  expect(waiting.size).toBe(1 + 1);
  transport.onClose();
  expect(await second).toBe('the connection to the keyboard was lost');
});

test('a request that was answered is not called back', async () => {
  const { client, waiting } = keyboard(yes);
  await client.select(0);
  expect(waiting.size).toBe(0);
});
