/** The command line: what goes in, what comes out. Most of it is asked of the function; a few real starts show that the process is the same. */
import { beforeAll, describe, expect, test } from '@jest/globals';
import { copyFileSync, mkdirSync, readdirSync, readFileSync } from 'node:fs';
import { at, cli, folder, DESK, EDGES, put, ROLL, shell, WHY, withAction } from '../../tests/commands';

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

  test('a strokes file carries lamps of the host, and what it types follows them', async () => {
    const under = { do: 'under', cases: [{ held: ['Shift'], action: { do: 'keys', codes: ['Delete'] } }] };
    const sends = (code: string) => ({ does: { kind: 'act', action: { do: 'keys', codes: [code] } } });
    const profile = put(
      'lamps.json',
      JSON.stringify({
        ...(JSON.parse(readFileSync(DESK, 'utf8')) as object),
        layers: [
          { id: 'base', name: 'Base', keys: { KeyB: sends('KeyB'), KeyC: { does: { kind: 'act', action: under } } } },
          { id: 'num', name: 'Num', keys: { KeyB: sends('KeyN') } },
        ],
        lampLayers: [{ lamp: 'NumLock', lit: true, shows: 'num' }],
        ...Object.fromEntries(['joints', 'joinedLayers'].map((list) => [list, []])),
      }),
    );
    const rows = (...lines: string[]): string => put('lamps.csv', ['t_us,key,depth_um', ...lines, ''].join('\n'));
    const press = (ms: number): string[] => [`${ms}000,KeyB,4000`, `${ms + 5}000,KeyB,0`];
    const play = rows(...press(0), '10000,lamp:NumLock,1', ...press(20), '30000,lamp:CapsLock,1', ...press(40));
    expect((await cli('replay', '--profile', profile, '--strokes', play, '--text')).out).toBe('bnN\n');
    for (const [row, reason] of [
      ['0,lamp:Kana,1', 'line 2: there is no lamp "Kana"; the lamps are NumLock, CapsLock, ScrollLock'],
      ['0,lamp:NumLock,2', 'line 2: a lamp is 1 when it is lit and 0 when it is dark, found "2"'],
    ] as const)
      expect((await cli('replay', '--profile', profile, '--strokes', rows(row))).err).toContain(reason);
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
    [['board', 'harrow-64', '--form', 'iso'], '--form: harrow-64 is a board that ships; nothing of it is chosen'],
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
