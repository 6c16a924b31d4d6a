/** The layouts are what the operating system says: made anew and compared, and asked one by one, where its tools are installed. */
import { describe, expect, test } from '@jest/globals';
import { execFileSync } from 'node:child_process';
import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { seed } from '../../../tests/runs';
import { canGenerate, generateHost, hostFile, LAYOUT_FOLDER, PLACES, sourceVersions } from '../../../scripts/hosts';
import { seeded } from '../hands';
import { bringHosts, charactersOf, HOSTS, hostLayout, strokeOf } from './index';

const known = JSON.parse(readFileSync(join(LAYOUT_FOLDER, 'source.json'), 'utf8')) as Record<string, string>;
const hasTools = canGenerate();
const isSameSystem = hasTools && JSON.stringify(sourceVersions()) === JSON.stringify(known);
const whereInstalled = hasTools ? test : test.skip;
const onThatSystem = isSameSystem ? test : test.skip;

/** How many characters of each layout the system is asked about. */
const ASKED = 40;

describe('host layouts and the system that they come from', () => {
  onThatSystem('made anew, every file is the one that is here', () => {
    for (const entry of HOSTS)
      expect(hostFile(generateHost(entry))).toBe(readFileSync(join(LAYOUT_FOLDER, `${entry.id}.json`), 'utf8'));
  });

  whereInstalled('the system types each character with the same key and modifiers', async () => {
    await bringHosts();
    const random = seeded(seed());
    const codes = new Map(Object.entries(PLACES).map(([place, code]) => [place, code]));
    let [asked, answered] = [0, 0];
    for (const { id, xkb, variant } of HOSTS) {
      const layout = hostLayout(id);
      const single = charactersOf(layout).filter((one) => strokeOf(layout, one) && !/[\n\t]/.test(one));
      for (let n = 0; n < ASKED; n++) {
        const character = single[Math.floor(random() * single.length)] ?? 'a';
        const args = ['--layout', xkb, ...(variant === undefined ? [] : ['--variant', variant])];
        const said = execFileSync('xkbcli', ['how-to-type', ...args, String(character.codePointAt(0))], {
          encoding: 'utf8',
        });
        // KEYCODE, KEY NAME, LAYOUT, LAYOUT NAME, LEVEL#, MODIFIERS
        const ways = said
          .split('\n')
          .filter((line) => /^\d/.test(line))
          .map((line) => {
            const place = line.split(/\s+/)[1] ?? '';
            const modifiers = /\[(.*)\]$/.exec(line)?.[1]?.trim().split(/\s+/) ?? [];
            return `${[modifiers.includes('Shift') ? 'ShiftLeft ' : '', modifiers.includes('Mod5') ? 'AltRight ' : ''].join('')}${codes.get(place) ?? place}`;
          });
        asked++;
        // A few signs have two names in the system, and it looks for one of them.
        if (ways.length === 0) continue;
        answered++;
        const stroke = strokeOf(layout, character);
        expect({ id, character, ways }).toMatchObject({
          ways: expect.arrayContaining([[...(stroke?.modifiers ?? []), stroke?.code].join(' ')]),
        });
      }
    }
    expect(answered / asked).toBeGreaterThan(0.97);
  });
});
