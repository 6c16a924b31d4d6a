/** Rules by the program in front, as a page changes them: one change after the other, each on what the server has kept by then. */
import { afterEach, beforeEach, expect, test } from '@jest/globals';
import type { Rule } from '../../core/hostSide';

/** The server's end, as far as a page sees it. */
class Socket {
  static readonly OPEN = 1;
  static last: Socket;
  readyState = Socket.OPEN;
  onmessage: ((event: { data: string }) => void) | undefined;
  onclose: (() => void) | undefined;
  readonly sent: { was: Rule[]; rules: Rule[] }[] = [];

  constructor() {
    Socket.last = this;
  }
  send(text: string): void {
    this.sent.push(JSON.parse(text) as { was: Rule[]; rules: Rule[] });
  }
  close(): void {
    this.readyState = 3;
  }
  tell(rules: readonly Rule[], answer?: string): void {
    const message = {
      rules,
      state: null,
      pages: { hear: false, play: false },
      ...(answer !== undefined && { answer }),
    };
    this.onmessage?.({ data: JSON.stringify(message) });
  }
}
Object.assign(globalThis, { WebSocket: Socket, location: { origin: 'http://here' } });
const { useHostRoom } = await import('./hostRoom');

const rule = (program: string): Rule => ({ name: program, program, wants: { do: 'slot', slot: 1 } });
const add = (program: string) => (rules: readonly Rule[]) => [...rules, rule(program)];
const names = (rules: readonly Rule[]): string[] => rules.map(({ name }) => name);

let stop: () => void;
beforeEach(() => {
  stop = useHostRoom.getState().follow('harrow-64');
  Socket.last.tell([]);
});
afterEach(() => stop());

test('two changes of one hand, the second before the first is answered, are both made', () => {
  const { change } = useHostRoom.getState();
  change(add('Mixer'));
  change(add('Ledger'));
  expect(Socket.last.sent.map(({ rules }) => names(rules))).toEqual([['Mixer']]);
  Socket.last.tell([rule('Mixer')]);
  Socket.last.tell([rule('Mixer')], '');
  expect(Socket.last.sent.map(({ was, rules }) => [names(was), names(rules)])).toEqual([
    [[], ['Mixer']],
    [['Mixer'], ['Mixer', 'Ledger']],
  ]);
  expect(useHostRoom.getState().problem).toBe('');
});

test('what was refused is said, and nothing that rests on it goes on', () => {
  const { change } = useHostRoom.getState();
  change(add('Mixer'));
  change(add('Ledger'));
  Socket.last.tell([rule('Other')], 'They were changed in another window meanwhile.');
  expect(Socket.last.sent).toHaveLength(1);
  expect(useHostRoom.getState().problem).toContain('another window');
  change(add('Later'));
  expect(names(Socket.last.sent.at(-1)!.rules)).toEqual(['Other', 'Later']);
});

test('a server that goes meanwhile leaves open whether they were kept, and says so', () => {
  const { change } = useHostRoom.getState();
  change(add('Mixer'));
  change(add('Ledger'));
  Socket.last.onclose?.();
  expect(useHostRoom.getState()).toMatchObject({
    problem: expect.stringContaining('The server is gone'),
    state: undefined,
  });
  expect(Socket.last.sent).toHaveLength(1);
});
