/** The command line: what goes in, what comes out. Most of it is asked of the function; a few real starts show that the process is the same. */
import { beforeAll, describe, expect, test } from '@jest/globals';
import { spawnSync } from 'node:child_process';
import { copyFileSync, existsSync, mkdirSync, readdirSync, readFileSync, truncateSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { temporaryFolder } from '../../tests/folder';
import { applyChanges, type Change, type Profile } from '../core/profile';
import { run } from './run';

const folder = temporaryFolder();
const at = (name: string): string => join(folder, name);
const put = (name: string, content: string | Uint8Array): string => {
  writeFileSync(at(name), content);
  return at(name);
};

type Said = { out: string; err: string; status: number | null };

/** Runs the command line in this process. */
async function cli(...args: string[]): Promise<Said> {
  let [out, err] = ['', ''];
  const write = (text: string): Promise<void> => {
    out += text;
    return Promise.resolve();
  };
  const status = await run(args, { write, complain: (text) => void (err += text) });
  return { out, err, status };
}

/** Runs a script of the shell in which `$CLI` is the command line as people start it. */
function shell(script: string): Said {
  const env = { ...process.env, NODE_OPTIONS: '', CLI: `${process.execPath} scripts/cli.mjs` };
  const { stdout, stderr, status } = spawnSync('bash', ['-c', script], { encoding: 'utf8', env });
  return { out: stdout, err: stderr, status };
}

const DESK = 'demo/show-desk.json';
const ROLL =
  't_us,key,depth_um\n0,CapsLock,4000\n60000,KeyF,4000\n90000,KeyF,0\n120000,CapsLock,0\n200000,KeyA,4000\n230000,KeyA,0\n';
const EDGES = [
  '{"t":90000,"edge":"down","code":"F20"}',
  '{"t":90000,"edge":"up","code":"F20"}',
  '{"t":200000,"edge":"down","code":"KeyA"}',
  '{"t":230000,"edge":"up","code":"KeyA"}',
];
const WHY = '{"t":90000,"why":"nested","key":"CapsLock","layer":"base","step":1,"outcome":"hold","sinceUs":90000}';

beforeAll(() => {
  put('roll.csv', ROLL);
});

describe('replay', () => {
  test('prints usage edges; with --why decisions before the edges they cause; with --text what a host shows', async () => {
    expect(await cli('replay', '--profile', DESK, '--strokes', at('roll.csv'))).toEqual({
      out: `${EDGES.join('\n')}\n`,
      err: '',
      status: 0,
    });
    expect((await cli('replay', '--profile', DESK, '--strokes', at('roll.csv'), '--why')).out).toBe(
      `${[WHY, ...EDGES].join('\n')}\n`,
    );
    expect((await cli('replay', '--profile', DESK, '--strokes', at('roll.csv'), '--text')).out).toBe('[F20]a\n');
  });

  test('from device memory it is the same', async () => {
    expect(await cli('image', DESK, '-o', at('desk.bin'))).toMatchObject({ status: 0 });
    expect((await cli('replay', '--image', at('desk.bin'), '--strokes', at('roll.csv'), '--why')).out).toBe(
      `${[WHY, ...EDGES].join('\n')}\n`,
    );
    expect(JSON.parse((await cli('image', '--read', at('desk.bin'))).out)).toEqual(
      JSON.parse(readFileSync(DESK, 'utf8')),
    );
    expect(await cli('image', DESK, '-o', at('desk.hex'))).toMatchObject({ status: 0 });
    expect(readFileSync(at('desk.hex'), 'utf8')).toMatch(/^:10000000554E444C/);
    expect(JSON.parse((await cli('image', '--read', at('desk.hex'))).out)).toEqual(
      JSON.parse(readFileSync(DESK, 'utf8')),
    );
  });

  test('the settle time decides what is still to come', async () => {
    const down = put('down.csv', 't_us,key,depth_um\n0,CapsLock,4000\n');
    expect((await cli('replay', '--profile', DESK, '--strokes', down, '--why', '--settle-ms', '100')).out).toBe('');
    expect((await cli('replay', '--profile', DESK, '--strokes', down, '--why', '--settle-ms', '200')).out).toContain(
      '"why":"timeout"',
    );
  });

  test('cases are written, then checked, and a difference is shown', async () => {
    for (const name of ['one', 'two']) {
      mkdirSync(at(`cases/${name}`), { recursive: true });
      copyFileSync(DESK, at(`cases/${name}/profile.json`));
      put(`cases/${name}/strokes.csv`, ROLL);
    }
    expect((await cli('replay', '--cases', at('cases'))).out).toBe('2 cases written\n');
    expect(readFileSync(at('cases/one/outcome.jsonl'), 'utf8')).toBe(`${EDGES.join('\n')}\n`);
    put('cases/one/expected.jsonl', `${[WHY, ...EDGES].join('\n')}\n`);
    put('cases/two/expected.jsonl', `${EDGES.join('\n')}\n`);
    expect(await cli('replay', '--cases', at('cases'), '--check')).toEqual({
      out: '2 of 2 cases as expected\n',
      err: '',
      status: 0,
    });
    put('cases/two/expected.jsonl', `${EDGES.slice(0, 3).join('\n')}\n`);
    const { out, status } = await cli('replay', '--cases', at('cases'), '--check');
    expect(out).toBe(`two: line 4: expected nothing more, got ${EDGES[3]}\n1 of 2 cases as expected\n`);
    expect(status).toBe(1);
  });
});

describe('check', () => {
  test('a sound profile has no problems', async () =>
    expect(await cli('check', DESK)).toEqual({ out: `${DESK}: no problems\n`, err: '', status: 0 }));

  test('advice follows when there is no problem, and is no failure', async () => {
    const profile = JSON.parse(readFileSync(DESK, 'utf8'));
    delete profile.layers[3].keys.Escape;
    const { out, status } = await cli('check', put('stuck.json', JSON.stringify(profile)));
    expect(out).toContain('layers[3]: advice: Book has no way back');
    expect(status).toBe(0);
  });

  test('stroke plans: what cannot be is a problem, what disappoints is advice', async () => {
    const profile = JSON.parse(readFileSync(DESK, 'utf8'));
    const spans = profile.layers[2].keys.KeyS.does.spans;
    spans[1].to.atUm = 2200;
    const odd = await cli('check', put('odd.json', JSON.stringify(profile)));
    expect(odd.out).toContain(
      'layers[2].keys.KeyS.does.spans[1]: advice: Part 2 never reaches its end at 2.2 mm going up',
    );
    expect(odd.status).toBe(0);
    spans[2].from.atUm = 4600;
    const beyond = await cli('check', put('beyond.json', JSON.stringify(profile)));
    expect(beyond.out).toContain('layers[2].keys.KeyS.does.spans[2].from.atUm: 4.6 mm is more than the 4.0 mm');
    expect(beyond.status).toBe(1);
  });

  test('every problem is a line with its path', async () => {
    const profile = JSON.parse(readFileSync(DESK, 'utf8'));
    profile.layers[0].keys.KeyÖ = { does: { kind: 'none' } };
    profile.layers[1].id = 'base';
    const { out, status } = await cli('check', put('broken.json', JSON.stringify(profile)));
    expect(out.split('\n')).toEqual(
      expect.arrayContaining([
        'layers[1].id: layer "base" is there twice; the first is number 1',
        'layers[0].keys["KeyÖ"]: the Harrow 64 has no key "KeyÖ"',
      ]),
    );
    expect(status).toBe(1);
  });
});

/** The demo with an action of one's own on B. */
const withAction = (action: unknown): string => {
  const profile = JSON.parse(readFileSync(DESK, 'utf8'));
  profile.layers[0].keys.KeyB.does = { kind: 'act', action };
  return JSON.stringify(profile);
};
const nested = (depth: number): unknown =>
  Array.from({ length: depth }).reduce((action) => ({ do: 'many', actions: [action] }), { do: 'capitals' } as unknown);

describe('long runs', () => {
  test('many minutes of a macro that plays every millisecond are printed in little memory, and no more than is read', async () => {
    const profile = JSON.parse(withAction({ do: 'macro', macro: 'fast' }));
    const repeat = {
      lengthUs: 1000,
      events: [
        { atUs: 0, edge: 'down', code: 'KeyX' },
        { atUs: 500, edge: 'up', code: 'KeyX' },
      ],
    };
    profile.macros.push({ id: 'fast', name: 'Fast', repeat, run: { kind: 'untilPressedAgain' } });
    const file = put('fast.json', JSON.stringify(profile));
    const strokes = put('fast.csv', 't_us,key,depth_um\n0,KeyB,4000\n1000,KeyB,0\n');
    const run = `node --max-old-space-size=96 scripts/cli.mjs replay --profile ${file} --strokes ${strokes} --settle-ms 600000`;
    expect(shell(`${run} | wc -l`)).toEqual({ out: '1200003\n', err: '', status: 0 });
    expect(shell(`${run} | head -n 1; exit \${PIPESTATUS[0]}`)).toEqual({
      out: '{"t":0,"edge":"down","code":"KeyX"}\n',
      err: '',
      status: 0,
    });
  });
});

describe('as a process', () => {
  test('it says what went in and out as the function does, and reads standard input for a file called -', () => {
    expect(shell(`$CLI check ${DESK}`)).toEqual({ out: `${DESK}: no problems\n`, err: '', status: 0 });
    expect(shell(`$CLI replay --profile - --strokes ${at('roll.csv')} < ${DESK}`).out).toBe(`${EDGES.join('\n')}\n`);
  });

  test('a disk that is full is a sentence, and what stood in the file before stays', () => {
    const full = { out: '', status: 2 };
    expect(shell(`$CLI text ${DESK} > /dev/full`)).toMatchObject({
      ...full,
      err: 'standard output: cannot be written: the disk is full\n',
    });
    expect(shell(`$CLI image ${DESK} -o /dev/full`)).toMatchObject({
      ...full,
      err: '/dev/full: cannot be written: the disk is full\n',
    });
    const kept = put('kept.bin', 'as it was');
    const nowhere = 'ulimit -f 0; trap "" XFSZ;';
    expect(shell(`${nowhere} $CLI image ${DESK} -o ${kept}`)).toMatchObject({ status: 2 });
    expect([readFileSync(kept, 'utf8'), readdirSync(folder).filter((name) => name.endsWith('.part'))]).toEqual([
      'as it was',
      [],
    ]);
  });
});

test('the version is that of the package', async () =>
  expect(await cli('--version')).toEqual({
    out: `${(JSON.parse(readFileSync('package.json', 'utf8')) as { version: string }).version}\n`,
    err: '',
    status: 0,
  }));

test('a profile in UTF-16 with a mark is read like any', async () => {
  const wide = put('wide.json', Buffer.from(`\uFEFF${readFileSync(DESK, 'utf8')}`, 'utf16le'));
  expect(await cli('check', wide)).toMatchObject({ out: `${wide}: no problems\n`, status: 0 });
});

test('of very many problems the first are said, and the others counted', async () => {
  const profile = JSON.parse(readFileSync(DESK, 'utf8'));
  for (let n = 0; n < 500; n++) profile.layers[0].keys[`Key${n}`] = { does: { kind: 'none' } };
  const { out, status } = await cli('check', put('many.json', JSON.stringify(profile)));
  expect(out.trimEnd().split('\n')).toHaveLength(21);
  expect([out.trimEnd().split('\n').at(-1), status]).toEqual(['and 480 more', 1]);
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

describe('line', () => {
  test('says what a line means, with every reading, or what is wrong and what is near', async () => {
    const [meant, missing, unknown] = (
      await cli('line', '--profile', DESK, '--file', put('lines.txt', 'copy\ngo to Numbers\nzorp\n'))
    ).out
      .trim()
      .split('\n')
      .map((line) => JSON.parse(line) as Record<string, unknown>);
    expect(meant).toMatchObject({
      line: 'Ctrl+C',
      binding: { kind: 'act', action: { do: 'keys', codes: ['ControlLeft', 'KeyC'] } },
      readings: [{ line: 'Ctrl+C' }, { line: 'Copy' }],
    });
    expect(missing).toMatchObject({ error: expect.any(String), missing: { what: 'layer', name: 'Numbers' } });
    expect(unknown).toEqual({ error: '“zorp” is not known here.', nearest: expect.any(Array) });
  });

  test('takes one line in quotes, and knows one’s own layers', async () => {
    const { out, status } = await cli('line', '--profile', DESK, 'Cues while held');
    expect([JSON.parse(out).line, out.split('\n').length, status]).toEqual(['while Cues', 2, 0]);
    expect(await cli('line')).toEqual({ out: '', err: expect.stringContaining('line takes either a TEXT'), status: 2 });
  });
});

describe('text', () => {
  test('there and back is the same profile, and every command takes it', async () => {
    put('desk.loom', (await cli('text', DESK)).out);
    expect(JSON.parse((await cli('text', '--read', at('desk.loom'))).out)).toEqual(
      JSON.parse(readFileSync(DESK, 'utf8')),
    );
    expect((await cli('check', at('desk.loom'))).out).toContain('no problems');
    expect((await cli('replay', '--profile', at('desk.loom'), '--strokes', at('roll.csv'))).out).toBe(
      `${EDGES.join('\n')}\n`,
    );
    expect(await cli('image', at('desk.loom'), '-o', at('loom.bin'))).toMatchObject({ status: 0 });
  });

  test('what is wrong has its line and column, all of it in one go', async () => {
    put('bad.loom', 'profile X\n  board harrow-64\nlayer Base\n  Q: zorp\n  CapsLok: A\n');
    const { out, status } = await cli('check', at('bad.loom'));
    expect(out.split('\n').map((line) => line.split(':')[0])).toEqual(['line 4, column 6', 'line 5, column 3', '']);
    expect(status).toBe(1);
    expect(await cli('text', '--read', at('bad.loom'))).toEqual({
      out: '',
      err: expect.stringMatching(/bad\.loom: line 4, column 6: .* \(and 1 more problem\)\n$/),
      status: 2,
    });
  });

  test('of several profiles in a text one is named behind the file', async () => {
    const base = 'base Common\n  board harrow-64\nlayer Base\n  like the board\n';
    put('two.loom', `${base}profile Day like Common\nprofile Late like Common\non Base\n  A: F13\n`);
    expect(JSON.parse((await cli('text', '--read', at('two.loom'))).out)).toMatchObject({
      format: 'underloom-profiles',
    });
    expect((await cli('replay', '--profile', at('two.loom'), '--strokes', at('roll.csv'))).err).toContain(
      'name one behind the file',
    );
    expect((await cli('replay', '--profile', `${at('two.loom')}#late`, '--strokes', at('roll.csv'))).out).toContain(
      '"code":"F13"',
    );
  });
});

describe('boards and hosts', () => {
  test('every starting board that is listed is printed as a board that every command takes', async () => {
    const families = (await cli('board', '--list')).out
      .trim()
      .split('\n')
      .map((line) => JSON.parse(line) as { id: string; forms?: string[] });
    expect(families.map(({ id }) => id)).toEqual(expect.arrayContaining(['full-size', 'split-staggered', 'grid']));
    const iso = await cli(
      'board',
      'full-size',
      '--form',
      'iso',
      '--id',
      'mine',
      '--name',
      'Mine',
      '--controller',
      'measured',
    );
    expect(JSON.parse(iso.out)).toMatchObject({ id: 'mine', name: 'Mine', analog: true, keys: { length: 105 } });
    const board = put('mine.json', iso.out);
    const own = { ...(JSON.parse(readFileSync(DESK, 'utf8')) as object), board: 'mine', joints: [], joinedLayers: [] };
    const base = {
      ...own,
      layers: [{ id: 'base', name: 'Base', dye: 'indigo', keys: { Numpad5: { does: { kind: 'none' } } } }],
      macros: [],
      travel: { board: { mode: 'fixed', pointUm: 1500 }, keys: {} },
    };
    const profile = put('own.json', JSON.stringify(base));
    expect(await cli('check', profile)).toMatchObject({ status: 1 });
    expect(await cli('check', profile, '--board', board)).toMatchObject({ status: 0 });
    // A profile's file may bring its board along.
    expect(
      await cli('check', put('along.json', JSON.stringify({ ...base, ownBoard: JSON.parse(iso.out) as object }))),
    ).toMatchObject({ status: 0 });
  });

  test.each([
    [['board'], 'board needs the name of a starting board'],
    [['board', 'octagon'], 'octagon: there is no such starting board; there are full-size'],
    [['board', 'full-size', '--form', 'iec'], '--form: iec is none of ansi, iso, jis'],
    [['board', 'grid', '--form', 'iso'], '--form: grid has no choice of form'],
    [['board', 'split-staggered', '--rows', '6'], '--rows: must be a whole number from 3 to 5, not 6'],
    [['board', 'full-size', '--rows', '3'], '--rows: full-size has no choice of rows'],
    [['board', 'grid', '--id', '../up'], '--id: must be small letters'],
    [['host', 'xx', '--type', 'a'], 'xx: there is no such host layout; there are us, us-intl'],
    [['host', 'fr'], 'host needs --type'],
  ])('%j is refused in one line', async (args, message) => {
    const { out, err, status } = await cli(...args);
    expect({ out, status }).toEqual({ out: '', status: 2 });
    expect(err).toContain(message);
    expect(err.trim().split('\n')).toHaveLength(1);
  });

  test('the strokes of a text, a line for each character', async () => {
    expect((await cli('host', 'fr', '--type', 'É€ж')).out).toBe(
      '{"char":"É","strokes":[["AltRight","KeyM"],["ShiftLeft","KeyE"]]}\n' +
        '{"char":"€","strokes":[["AltRight","KeyE"]]}\n' +
        '{"char":"ж","strokes":null}\n',
    );
    const list = (await cli('host', '--list')).out.trim().split('\n');
    expect(list).toHaveLength(22);
    expect(list).toContain('{"id":"fr","name":"French","xkb":"fr"}');
    expect(list).toContain('{"id":"ch-fr","name":"French (Switzerland)","xkb":"ch","variant":"fr"}');
  });

  test('replay shows what the profile’s own host makes of it', async () => {
    const plain = JSON.parse(readFileSync(DESK, 'utf8')) as { layers: { keys: Record<string, unknown> }[] };
    plain.layers[0]!.keys.KeyB = { does: { kind: 'act', action: { do: 'text', text: 'déjà', gapMs: 0 } } };
    const french = put('french.json', JSON.stringify({ ...plain, hostLayout: 'fr' }));
    const strokes = put('b.csv', 't_us,key,depth_um\n0,KeyB,4000\n20000,KeyB,0\n100000,KeyA,4000\n700000,KeyA,0\n');
    expect((await cli('replay', '--profile', french, '--strokes', strokes, '--text')).out).toBe('déjàq\n');
    expect((await cli('replay', '--profile', french, '--strokes', strokes, '--text', '--repeat')).out).toBe(
      'déjàqqqqq\n',
    );
    const lacking = put('lacking.json', JSON.stringify(plain));
    expect((await cli('replay', '--profile', lacking, '--strokes', strokes)).err).toContain(
      '“é” (U+00E9), number 2 of the text',
    );
    expect(await cli('image', french, '-o', at('french.bin'))).toMatchObject({ status: 0 });
    expect((await cli('replay', '--image', at('french.bin'), '--strokes', strokes, '--text')).out).toBe('déjàq\n');
  });
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
