/** Any text can be typed, more or less. */
import { beforeAll, expect, test } from '@jest/globals';
import { bringHosts, hostLayout, type HostLayoutId } from '../hosts';
import { plainly } from './plain';

beforeAll(() => bringHosts());

test.each<[what: string, host: HostLayoutId, text: string, typed: string]>([
  ['signs of print become plain ones', 'us', '“It’s dark – go…”', '"It\'s dark - go..."'],
  ['letters lose what no key puts on them', 'us', 'Café für alle', 'Cafe fur alle'],
  ['what the layout makes stays', 'de', 'Café für alle', 'Café für alle'],
  ['marks that stand behind their letter count as one with it', 'de', 'fu\u0308r', 'für'],
  ['what nobody types goes', 'us', 'go ✂ now', 'go  now'],
  ['spaces and lines stay', 'us', 'a\tb\nc d', 'a\tb\nc d'],
])('%s (%s)', (_what, host, text, typed) => {
  expect(plainly(text, hostLayout(host))).toBe(typed);
});
