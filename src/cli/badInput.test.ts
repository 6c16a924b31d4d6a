/** What cannot be read, or is not there: a line that says what, where and why, and nothing else. */
import { beforeAll, describe, expect, test } from '@jest/globals';
import { readFileSync, truncateSync } from 'node:fs';
import { at, cli, folder, DESK, nested, put, ROLL, withAction } from '../../tests/commands';

beforeAll(() => {
  put('roll.csv', ROLL);
});

describe('bad input: one line on standard error, exit 2, nothing on standard output', () => {
  test.each<[string, () => string[], string]>([
    ['no such file', () => ['check', at('nowhere.json')], 'nowhere.json: there is no such file'],
    [
      'a time going back',
      () => ['replay', '--profile', DESK, '--strokes', put('back.csv', 't_us,key,depth_um\n5,KeyA,0\n4,KeyA,0\n')],
      'back.csv: line 3: the time goes back, from 5 to 4',
    ],
    ['an image that is none', () => ['image', '--read', DESK], 'byte 0: this is no image'],
    [
      'a profile with a problem',
      () => [
        'replay',
        '--profile',
        put(
          'plan.json',
          readFileSync(DESK, 'utf8').replace(
            '"joints": []',
            '"joints": [{"id":"j","keys":["KeyJ","KeyK"],"withinMs":40,"action":{"do":"slot","how":"go","slot":9}}]',
          ),
        ),
        '--strokes',
        at('roll.csv'),
      ],
      'plan.json: joints[0].action.slot: there is no slot 9; the Harrow 64 has 4',
    ],
    [
      'two sources',
      () => ['replay', '--profile', DESK, '--image', at('desk.bin'), '--strokes', at('roll.csv')],
      'either --profile or --image',
    ],
    [
      'a bad number',
      () => ['replay', '--profile', DESK, '--strokes', at('roll.csv'), '--settle-ms', '-1'],
      'whole number of milliseconds',
    ],
    ['an unknown command', () => ['weave'], "unknown command 'weave'"],
    [
      'a thousand actions in each other',
      () => ['check', put('deep.json', withAction(nested(1000)))],
      'deep.json: the whole file: is nested deeper than 40 levels',
    ],
    [
      'a name of 20 MB',
      () => [
        'replay',
        '--profile',
        put('long.json', `{"format":"${'x'.repeat(15_000_000)}"}`),
        '--strokes',
        at('roll.csv'),
      ],
      'long.json: format: must be "underloom-profile", found "xxx',
    ],
    [
      'Latin-1',
      () => [
        'check',
        put('latin.json', Buffer.from(readFileSync(DESK, 'utf8').replace('Show desk', 'Bühne'), 'latin1')),
      ],
      'latin.json: the whole file: is not UTF-8 text',
    ],
    [
      'a key that no board may have',
      () => ['check', put('proto.json', readFileSync(DESK, 'utf8').replace('"KeyB":', '"__proto__":'))],
      'has a field named "__proto__"',
    ],
    [
      'a file that is far too large, which is not read first',
      () => ['check', (truncateSync(put('large.json', ''), 3 * 2 ** 30), at('large.json'))],
      'large.json: the whole file: is larger than 16 MB',
    ],
    [
      'a profile of a newer program',
      () => ['check', put('newer.json', readFileSync(DESK, 'utf8').replace('"version": 1', '"version": 2'))],
      'newer.json: version: is from a newer program: the file has version 2',
    ],
    ['no case to put a program through', () => ['conform', '--only', 'zorp', '--', 'x'], '--only: no case has “zorp”'],
    ['a program that is none', () => ['conform', '--', at('none')], 'cannot be started: there is no such file'],
    ['a folder without cases', () => ['replay', '--cases', folder], 'no folder in it holds profile.json'],
  ])('%s', async (_what, args, message) => {
    const { out, err, status } = await cli(...args());
    expect(err).toContain(message);
    expect(err.trimEnd().split('\n')).toHaveLength(1);
    expect([out, status]).toEqual(['', 2]);
  });
});

describe('check of files that are not JSON, or of one profile among others', () => {
  test('what is called .loom is read as a text, however it begins', async () => {
    const { out, status } = await cli('check', put('odd.loom', 'layer Base\n  Q: A\n'));
    expect(out).toContain('line 1, column 1: Before this there must be a heading: profile NAME.');
    expect(status).toBe(1);
  });

  test('a missing layer is called so', async () => {
    const profile = JSON.parse(readFileSync(DESK, 'utf8')) as object;
    const { out } = await cli('check', put('bare.json', JSON.stringify({ ...profile, layers: [] })));
    expect(out).toContain('layers: has no layer; there is one at the least');
  });

  test('one profile is taken though another of its file is bad, in JSON and in a text', async () => {
    const desk = JSON.parse(readFileSync(DESK, 'utf8')) as object;
    const profiles = [desk, { ...desk, id: 'bad', layers: 7 }];
    put('some.json', JSON.stringify({ format: 'underloom-profiles', version: 1, profiles }));
    expect(await cli('check', `${at('some.json')}#demo-show-desk`)).toMatchObject({ status: 0 });
    expect((await cli('check', `${at('some.json')}#bad`)).err).toContain('layers: must be a list');
    expect((await cli('check', `${at('some.json')}#none`)).err).toContain('there are demo-show-desk, bad');
    const text = 'base Common\n  board harrow-64\nlayer Base\n  like the board\n';
    put('some.loom', `${text}profile Day like Common\nprofile Late like Common\non Base\n  A: zorp\n`);
    expect(await cli('check', `${at('some.loom')}#day`)).toMatchObject({ status: 0 });
    expect((await cli('check', `${at('some.loom')}#late`)).out).toContain('line 8, column 6');
    put(
      'rests.loom',
      `${text.replace('like the board', 'A: zorp')}profile Day like Common\nprofile Late\n  board harrow-64\nlayer Base\n  A: B\n`,
    );
    expect((await cli('check', `${at('rests.loom')}#day`)).out).toContain('line 4, column 6');
    expect(await cli('check', `${at('rests.loom')}#late`)).toMatchObject({ status: 0 });
  });
});
