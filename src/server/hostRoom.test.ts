/** The room where the host program and pages meet: who is told what. */
import { afterAll, expect, test } from '@jest/globals';
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import pino from 'pino';
import { PageSounds } from '../host/pageSounds';
import type { FromPage, ToHost, ToPage } from '../core/hostSide';
import { HostRoom } from './hostRoom';

const folder = mkdtempSync(join(tmpdir(), 'underloom-room-'));
afterAll(() => rmSync(folder, { recursive: true, force: true }));
const log = pino({ enabled: false });
let rooms = 0;

function enterAll(): {
  program: ReturnType<HostRoom['enterProgram']> & { told: ToHost[] };
  page: () => ReturnType<HostRoom['enterPage']> & { told: ToPage[] };
} {
  const room = new HostRoom(join(folder, `${rooms++}.json`), log);
  const heard: ToHost[] = [];
  return {
    program: { ...room.enterProgram((message) => heard.push(message)), told: heard },
    page: () => {
      const told: ToPage[] = [];
      return { ...room.enterPage((message) => told.push(message)), told };
    },
  };
}
const ready = (hears: boolean, plays: boolean): FromPage => ({ say: 'ready', hears, plays });
const sound = (id: number) => ({ say: 'sound' as const, id, name: 'Bell', wav: 'UklGRg==' });
const said = (told: readonly (ToHost | ToPage)[]): unknown[] => told.filter((one) => 'say' in one);

test('what has arrived goes to pages that want to hear it, and to no other', () => {
  const { program, page } = enterAll();
  const [one, other] = [page(), page()];
  one.take(ready(true, false));
  expect(program.told.at(-1)).toMatchObject({ pages: { hear: true, play: false } });
  const arrived = { say: 'arrived' as const, lamps: 0, edges: [{ t: 1, atUs: 2, code: 'KeyA', isDown: true }] };
  program.take(arrived);
  expect([said(one.told), said(other.told)]).toEqual([[arrived], []]);
  one.leave();
  expect(program.told.at(-1)).toMatchObject({ pages: { hear: false, play: false } });
});

test('a sound goes to the page that said last that it plays, and only its answer counts', () => {
  const { program, page } = enterAll();
  const [one, other] = [page(), page()];
  one.take(ready(false, true));
  other.take(ready(false, true));
  program.take(sound(1));
  expect([said(one.told), said(other.told)]).toEqual([[], [sound(1)]]);
  one.take({ say: 'played', id: 1, because: 'a lie' });
  other.take({ say: 'played', id: 1, because: '' });
  other.take({ say: 'played', id: 1, because: 'twice' });
  expect(said(program.told)).toEqual([{ say: 'played', id: 1, because: '' }]);
});

test('where no page plays, or the page is closed meanwhile, the program is told so', () => {
  const { program, page } = enterAll();
  program.take(sound(1));
  const one = page();
  one.take(ready(false, true));
  program.take(sound(2));
  one.leave();
  expect(said(program.told)).toEqual([
    { say: 'played', id: 1, because: 'no page is open that plays sounds' },
    { say: 'played', id: 2, because: 'the page was closed' },
  ]);
});

test('a page that says nothing of a sound, and one that comes too large, are reasons', async () => {
  const told: number[] = [];
  const sounds = new PageSounds(({ id }) => told.push(id));
  const file = join(folder, 'none.wav');
  expect(await sounds.play('Bell', file)).toBe('no page is open that plays sounds');
  sounds.isThere = true;
  writeFileSync(join(folder, 'bell.wav'), 'RIFF');
  expect(await sounds.play('Bell', file)).toMatch(/^it cannot be read/);
  const first = sounds.play('Bell', join(folder, 'bell.wav'));
  expect(await sounds.play('Bell', file)).toBe('the page has not begun with the last sound yet');
  sounds.gone();
  expect(await first).toBe('the server is gone');
  expect(told).toEqual([1]);
});
