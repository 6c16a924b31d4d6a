/**
 * Mistakes that somebody could make, one a row: `npm run mutants` makes each in a copy of the project and tells which tests find it.
 * What no test finds is a hole in the suite. `find` stands exactly once in its file.
 */
export type Mutant = { in: string; mistake: string; find: string; put: string };

type Row = readonly [file: string, mistake: string, find: string, put: string];

const rows = (folder: string, list: readonly Row[]): Mutant[] =>
  list.map(([file, mistake, find, put]) => ({ in: `${folder}/${file}`, mistake, find, put }));
const core = (room: string, list: readonly Row[]): Mutant[] => rows(`src/core/${room}`, list);

export const MUTANTS: readonly Mutant[] = [
  ...core('engine', [
    [
      'decide/gestures.ts',
      'modifiers decide a gesture',
      'binding?.kind === ACT && binding.action.modifiersOnly',
      'false',
    ],
    [
      'decide/gestures.ts',
      'a gesture of the same hand is a tap too',
      'this.sameHand(key) && !(binding?.kind === GESTURE && binding.hasHold)',
      'this.sameHand(key)',
    ],
    ['decide/gestures.ts', 'keys of no hand are of one hand', 'return hand !== 0 && hand ===', 'return hand ==='],
    [
      'decide/gestures.ts',
      'a release of modifiers overtakes what waits',
      '} else if (!this.presses.endsQuietly(key)) {',
      '} else if (!head.isWaiting) {',
    ],
    ['decide/head.ts', 'a guard without a tap', 'if (!this.present.tap) this.enterStep();\n    else if', 'if'],
    [
      'decide/head.ts',
      'a later step counts from the first press',
      'this.sinceUs = this.origin.pressedUs;',
      'this.sinceUs = Math.min(this.sinceUs, this.origin.pressedUs);',
    ],
    [
      'decide/head.ts',
      'a deadline fires just after its time',
      'return this.deadlineUs <= tUs;',
      'return this.deadlineUs < tUs;',
    ],
    [
      'decide/joints.ts',
      'a joint drops out one µs late',
      'this.held.tUs + joint.withinUs <= atUs',
      'this.held.tUs + joint.withinUs < atUs',
    ],
    [
      'decide/joints.ts',
      'the shorter joint fires though a longer may come',
      'if (this.isCandidate[joint] === 1 && joint !== complete) return false;',
      '',
    ],
    ['decide/joints.ts', 'a joint ends at the last up', 'if (joint !== NO_JOINT) this.isRunning[joint] = 0;', ''],
    [
      'travel/actuation.ts',
      'a key fires just beyond its point',
      'return depthUm >= setting.pointUm ?',
      'return depthUm > setting.pointUm ?',
    ],
    ['travel/actuation.ts', 'the valley is forgotten', 'this.extremeUm[key] = Math.min(extreme, depthUm);', ''],
    [
      'travel/countedDepth.ts',
      'the backlash is one µm more',
      'if (depthUm <= counted - BACKLASH_UM) this.turn',
      'if (depthUm < counted - BACKLASH_UM) this.turn',
    ],
    [
      'hold/ledger.ts',
      'modifiers are struck again',
      'else if (!this.isModifier(usage)) this.strike(usage);\n  }\n\n  up',
      'else this.strike(usage);\n  }\n\n  up',
    ],
    [
      'hold/ledger.ts',
      'modifiers come back while another macro plays',
      'if (--this.asiders > 0) return;',
      '--this.asiders;',
    ],
    ['hold/ledger.ts', 'a later latch is taken back too', 'if (latch && latch.order < begunAt)', 'if (latch)'],
    [
      'act/texts.ts',
      'Caps Lock stays off after a text',
      'if (--this.running === 0) this.lockAgain();',
      '--this.running;',
    ],
    [
      'act/texts.ts',
      'the next character comes at once',
      'this.clock.setIn(run.timer, gapUs);',
      'this.clock.setIn(run.timer, 0);',
    ],
  ]),
  ...core('image', [
    ['coder.ts', 'models follow a little slower', '(count + 2)', '(count + 3)'],
    ['coder.ts', 'the end is cut too short', 'if (value < low) continue;', 'if (value <= low) continue;'],
    [
      'coder.ts',
      'nothing stops a reader',
      'if (--this.patience.decisions < 0)',
      'if (--this.patience.decisions < -Infinity)',
    ],
    ['coder.ts', 'the most is one more', 'if (whole - 1 > most)', 'if (whole - 2 > most)'],
    [
      'actionBits.ts',
      'a wheel turns the other way',
      'dx & 0xff).tree(SET.notches, 8, dy & 0xff, 1)',
      'dy & 0xff).tree(SET.notches, 8, dx & 0xff, 1)',
    ],
    [
      'decode.ts',
      'names of other things are taken',
      'if (counts.join() !==',
      "if (counts.join() ==='' && counts.join() !==",
    ],
    [
      'actionBits.ts',
      'actions stand within others without end',
      'if (this.depth > LIMITS.actionDepth)',
      'if (this.depth > 1e9)',
    ],
  ]),
  ...core('device', [
    [
      'store.ts',
      'a damaged place counts as free',
      'this.heads.forEach((head, place) => head?.pages',
      'this.heads.forEach((head, place) => head && this.wholeOf(head) && head.pages',
    ],
    [
      'store.ts',
      'the head comes before what it speaks of',
      'this.flash.program(start + HEAD_BYTES, piece);\n    if (!this.holds(page, piece)) return false;\n    if (head) this.flash.program(start, writeHead(head));',
      'if (head) this.flash.program(start, writeHead(head));\n    this.flash.program(start + HEAD_BYTES, piece);\n    if (!this.holds(page, piece)) return false;',
    ],
    [
      'store.ts',
      'the most worn page is taken',
      '.toSorted((a, b) => this.flash.erasesOf(a) - this.flash.erasesOf(b))[0]',
      '.toSorted((a, b) => this.flash.erasesOf(b) - this.flash.erasesOf(a))[0]',
    ],
    ['store.ts', 'the older of two heads counts', 'head.number > known.number', 'head.number < known.number'],
    ['store.ts', 'a choice that failed is believed', 'this.chosen = before;\n', ''],
    ['store.ts', 'no room is left to mend', 'sum + pages, 0) + Math.max(...all)', 'sum + pages, 0)'],
    [
      'writing.ts',
      'damaged pieces are taken',
      'if (CRC32.buf(this.bytes) >>> 0 !== this.crc32)',
      'if (this.bytes.length === 0)',
    ],
    ['writing.ts', 'missing pieces are not missed', 'if (this.missing.size > 0)', 'if (this.missing.size > 1)'],
    ['exchange.ts', 'nothing is sent again', 'asked.callOff = this.after(RESEND_MS, () => this.sendOnce(asked));', ''],
    [
      'exchange.ts',
      'an answer of another session is taken',
      'if (report.session !== this.session) return undefined;',
      '',
    ],
    ['answers.ts', 'a request that comes twice is done twice', 'if (given) {', 'if (given && given.length > 1e9) {'],
    ['answers.ts', 'an old hello begins anew', "if (this.sessions.includes(request.session)) return 'stale';", ''],
    [
      'client.ts',
      'what was read back is not compared',
      'if (!stored || stored.length !== image.length || stored.some((byte, n) => byte !== image[n]))',
      'if (!stored)',
    ],
    ['client.ts', 'a trace that came twice is told twice', 'if (ahead >= 0x8000) return;', ''],
  ]),
  ...core('profile', [
    [
      'editRows.ts',
      'a second thing of one id is put in',
      "if (list !== 'joinedLayers' && placeOf(profile, list, id) >= 0)",
      "if (list === 'joinedLayers' && placeOf(profile, list, id) < -1)",
    ],
    ['editRows.ts', 'the last layer can be taken out', 'profile.layers.length === 1', 'profile.layers.length === 0'],
    [
      'editRows.ts',
      'a layer that moved does not find back',
      "yes({ ...profile, layers }, { edit: 'moveLayer', layer: layer.id, to: index })",
      "yes({ ...profile, layers }, { edit: 'moveLayer', layer: layer.id, to })",
    ],
    [
      'fits.ts',
      'a score may be of any length',
      'if (score.events.length > LIMITS.scoreEvents)',
      'if (score.events.length > 1e9)',
    ],
    ['fits.ts', 'key names are not looked at', "yield keyProblem(key, [...path, 'keys', key]);", ''],
    [
      'history.ts',
      'an undo of another step is done',
      'if (step?.id !== id) return refusedFor(MEANWHILE);',
      'if (!step) return refusedFor(MEANWHILE);',
    ],
    [
      'history.ts',
      'a step is taken back whatever hangs on it',
      'if (!result.ok || !carried || !sameData(carried, result.profile))',
      'if (!result.ok)',
    ],
    [
      'rows.ts',
      'a variant changes as much as it likes',
      'if (isVariant(row) && row.changes.length > MOST_CHANGES)\n    return',
      'if (isVariant(row) && row.changes.length > 1e9)\n    return',
    ],
    [
      'history.ts',
      'steps of two rows become one',
      'last.row === act.row && document.future.length === 0',
      'document.future.length === 0',
    ],
    ['history.ts', 'nothing is forgotten', 'kept > MOST_STEPS || weight > MOST_WEIGHT', 'kept > 1e9'],
  ]),
  ...rows('src/app/state', [
    ['store.ts', 'a base is erased under what rests on it', 'if (resting.length > 0) throw', 'if (false) throw'],
    ['store.ts', 'a row is written unread', 'if (reason !== undefined) throw', 'if (false) throw'],
    ['store.ts', 'what comes along is left behind', 'if (besides) await writeBesides(id, besides);', ''],
    [
      'snapshots.ts',
      'snapshots are in the order of the clock',
      '(a.place ?? 0) - (b.place ?? 0) || a.at - b.at',
      'a.at - b.at',
    ],
    [
      'database.ts',
      'a newer store is opened',
      'if (version >= (OWN_VERSION + 1) * TENS) throw',
      'if (version < 0) throw',
    ],
    [
      'kept/kept.ts',
      'what was done while a write went on is forgotten',
      'this.pending = this.pending.slice(acts.length);',
      'this.pending = [];',
    ],
    [
      'kept/kept.ts',
      'a failed write counts as kept',
      "this.keeping = { state: 'notKept', because: reasonOf(error) };",
      'this.keeping = KEPT;',
    ],
    [
      'kept/kept.ts',
      'a failed write is not tried again',
      'this.retry = setTimeout(() => void this.writeAll(), afterMs);',
      'void afterMs;',
    ],
    [
      'kept/kept.ts',
      'what another window did is taken for the newest',
      'if (from !== this.stored.revision || !this.hasHistory) {',
      'if (!this.hasHistory) {',
    ],
    [
      'kept/settle.ts',
      'a revision is not counted on',
      'Math.max(there?.revision ?? 0, known.revision) + 1 + leap',
      'Math.max(there?.revision ?? 0, known.revision)',
    ],
    ['kept/settle.ts', 'an act is done twice', 'if (there.recent.includes(act.id)) continue;', ''],
    [
      'kept/kept.ts',
      'an act that the store may have is joined with a later one',
      'this.pending.length > this.sent',
      'this.pending.length > 0',
    ],
    [
      'boardStore.ts',
      'a board takes the place of another of its id',
      'if (there && !isBorn && !sameData(there.document, shown))',
      'if (false)',
    ],
  ]),
  ...core('files', [
    ['bundle/bundle.ts', 'a file is named twice', 'if (named.has(name)) throw', 'if (false) throw'],
    ['bundle/bundle.ts', 'what was written is not read back', 'this.readBack(bytes, items);', ''],
    [
      'bundle/bundle.ts',
      'each file has a budget of its own',
      'READING_BUDGET.json.bytes), budget)',
      'READING_BUDGET.json.bytes))',
    ],
    [
      'share/shareCode.ts',
      'a few letters stand for a long text',
      'READING_BUDGET.share.free + READING_BUDGET.share.aByte * coded',
      '1e9',
    ],
  ]),
  ...core('inspect', [
    [
      'deeds.ts',
      'a command box is forgotten behind a second chord',
      "if (opened && typedSince >= FEWEST) rules.push('commandBox');",
      "if (opened && typedSince >= 99) rules.push('commandBox');",
    ],
    ['deeds.ts', 'a long text with a gap is fast', 'piece.gapMs < FAST_MS', 'piece.gapMs < 1e9'],
    [
      'deeds.ts',
      'a bootloader behind a hold is told as well',
      'if (isBootloader && isMere(site))',
      'if (isBootloader)',
    ],
    [
      'deeds.ts',
      'macros on joint presses count as on no key',
      'joint: id }, profile);\n    if (deed) found.push(deed);\n    if (deed?.macro !== undefined) played.add(deed.macro);',
      'joint: id }, profile);\n    if (deed) found.push(deed);',
    ],
    ['openers.ts', 'Enter of the number pad is another key', ".replace('NumpadEnter', 'Enter')", ''],
    ['pieces.ts', 'AltGr is a command', "!SHIFTS.has(one) && !(host.altGr && one === 'AltRight')", '!SHIFTS.has(one)'],
  ]),
  ...core('hosts', [
    ['strokes.ts', 'AltGr before Shift', '(level > 1 ? 0.5 : 0)', '(level === 1 ? 0.5 : 0)'],
    [
      'strokes.ts',
      'a longer way replaces a shorter',
      'if (!known || way.cost < known.cost)',
      'if (!known || way.cost > known.cost)',
    ],
    ['strokes.ts', 'a dead key is a character', '.filter(([made]) => deadOf(made) === undefined)', ''],
    [
      'hostText.ts',
      'Backspace takes what stands before a dead key',
      'if (this.dead) this.dead = null;\n      else this.pieces.pop();',
      'this.dead = null;\n      this.pieces.pop();',
    ],
    [
      'hostText.ts',
      'the repeat of a key that is up goes on',
      'if (this.repeating?.code === code) this.repeating = null;',
      '',
    ],
  ]),
  ...core('notation', [
    ['parse.ts', 'the same part can be said twice', 'if (said.has(`${step} ${what}`))', 'if (said.has(`${step}`))'],
    ['parse.ts', 'a span may end where it begins', 'to.going === from.going && to.atUm === from.atUm', 'false'],
    [
      'parse.ts',
      'one action more than may be joined',
      'if (actions.length === LIMITS.actionsTogether)',
      'if (actions.length > LIMITS.actionsTogether)',
    ],
    [
      'parse.ts',
      'a hold for a time is a gesture',
      "return said.size === 1 && hold?.do === 'holdFor' ?",
      "return said.size === 9 && hold?.do === 'holdFor' ?",
    ],
    ['parse.ts', 'seconds are milliseconds', '{ s: 1000, ms: 1 }', '{ s: 1, ms: 1 }'],
    ['print.ts', 'a hold for a time alone loses its tap', "if (needsTap) parts.push('tap nothing');", ''],
    [
      'scoreLine.ts',
      'a moment counts from where the line stands',
      "pass(moment[1] ?? '', 0);",
      "pass(moment[1] ?? '');",
    ],
    ['scoreLine.ts', 'what lies before is not gone back to', 'else if (toUs < atUs) words.push(`@${ms(toUs)}`);', ''],
  ]),
];
