/** Profiles on their way to others, by the command line: codes, bundles, and what is different between two. */
import { beforeAll, describe, expect, test } from '@jest/globals';
import { existsSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { applyChanges, type Change, type Profile } from '../core/profile';
import { at, cli, DESK, put, ROLL } from '../../tests/commands';

beforeAll(() => {
  put('roll.csv', ROLL);
});

describe('share, bundle and diff', () => {
  const json = (text: string): unknown => JSON.parse(text);

  test('a code is one short line, and what is read from it is the profile', async () => {
    for (const [name, most] of [
      ['show-desk', 900],
      ['prompt-book', 1400],
      ['sound-pad', 1400],
    ] as const) {
      const { out, err, status } = await cli('share', `demo/${name}.json`);
      expect([err, status, out.trim().split('\n').length]).toEqual(['', 0, 1]);
      expect(out.trim().length).toBeLessThanOrEqual(most);
      expect(json((await cli('share', '--read', out.trim())).out)).toEqual(
        json(readFileSync(`demo/${name}.json`, 'utf8')),
      );
    }
  });

  test('a draft is shared, too; a damaged code is one line on standard error', async () => {
    const draft = put(
      'draft.json',
      JSON.stringify({ ...(json(readFileSync(DESK, 'utf8')) as object), board: 'elsewhere' }),
    );
    const code = (await cli('share', draft)).out.trim();
    expect(json((await cli('share', '--read', code)).out)).toEqual(json(readFileSync(draft, 'utf8')));
    for (const bad of [code.slice(0, -1), `${code.slice(0, 30)}${code[31]!}${code[30]!}${code.slice(32)}`, 'hello']) {
      const { out, err, status } = await cli('share', '--read', bad);
      expect([out, status, err.trim().split('\n').length]).toEqual(['', 2, 1]);
      expect(err).toContain('the share code: ');
    }
  });

  test('a bundle brings back what went in, and writes over nothing', async () => {
    const files = ['show-desk', 'prompt-book', 'sound-pad'];
    expect(await cli('bundle', at('all.zip'), ...files.map((name) => `demo/${name}.json`))).toMatchObject({
      err: '',
      status: 0,
    });
    expect(await cli('bundle', '--read', at('all.zip'), '--into', at('out'))).toMatchObject({ err: '', status: 0 });
    for (const name of files)
      expect(json(readFileSync(join(at('out'), `${name}.json`), 'utf8'))).toEqual(
        json(readFileSync(`demo/${name}.json`, 'utf8')),
      );
    const again = await cli('bundle', '--read', at('all.zip'), '--into', at('out'));
    expect([again.out, again.status]).toEqual(['', 2]);
    expect(again.err).toContain('is there already; nothing was written');
    const twice = await cli('bundle', at('twice.zip'), DESK, DESK);
    expect([twice.out, twice.status]).toEqual(['', 2]);
    expect(twice.err).toContain('two profiles have the id "demo-show-desk"');
  });

  test('a hostile archive is refused in one line, and nothing is written', async () => {
    const bad = put('bad.zip', 'PK\u0003\u0004 hello');
    const { out, err, status } = await cli('bundle', '--read', bad, '--into', at('nowhere'));
    expect([out, status, err.trim().split('\n').length]).toEqual(['', 2, 1]);
    expect(err).toContain(`${bad}: the whole archive: is not a ZIP archive`);
    expect(existsSync(at('nowhere'))).toBe(false);
  });

  test('what is different, in lines and as changes that lead from one to the other', async () => {
    const other = json(readFileSync(DESK, 'utf8')) as Profile;
    other.timing.holdAfterMs = 222;
    const keys = other.layers[1]!.keys;
    [keys.KeyF, keys.KeyG] = [keys.KeyG!, keys.KeyF!];
    const file = put('other.json', JSON.stringify(other));
    expect(await cli('diff', DESK, file)).toEqual({
      out: 'Cues · F and Cues · G have changed places\nTiming, hold after: 180 ms → 222 ms\n',
      err: '',
      status: 0,
    });
    const changes = json((await cli('diff', DESK, file, '--json')).out) as Change[];
    expect(applyChanges(json(readFileSync(DESK, 'utf8')) as Profile, changes)).toEqual(other);
    expect((await cli('diff', DESK, DESK)).out).toBe('They are the same.\n');
    expect(json((await cli('diff', DESK, DESK, '--json')).out)).toEqual([]);
    expect(await cli('diff', DESK, at('nobody.json'))).toMatchObject({ out: '', status: 2 });
  });

  test('a variant needs its base in the same file', async () => {
    const desk = json(readFileSync(DESK, 'utf8')) as Profile;
    const variant = {
      format: 'underloom-profile',
      version: 1,
      id: 'tour',
      name: 'Tour',
      board: 'harrow-64',
      restsOn: desk.id,
      changes: [],
    };
    const alone = await cli('check', put('tour.json', JSON.stringify(variant)));
    expect([alone.out, alone.status]).toEqual(['', 2]);
    expect(alone.err).toContain('restsOn: rests on the profile "demo-show-desk", which is not here');
    const both = put(
      'both.json',
      JSON.stringify({ format: 'underloom-profiles', version: 1, profiles: [desk, variant] }),
    );
    expect((await cli('diff', DESK, `${both}#tour`)).out).toContain('The name: Show desk → Tour');
  });
});
