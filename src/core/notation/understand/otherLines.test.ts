import { describe, expect, test } from '@jest/globals';
import { parseActuation, printActuation, printScoreLine, scoreSaid } from '..';
import { Unreadable } from '../../reading';

describe('depths', () => {
  const read = (line: string): string => {
    const parsed = parseActuation(line);
    return parsed.ok ? printActuation(parsed.actuation) : parsed.message;
  };
  test.each([
    ['1.1', 'at 1.1 mm'],
    ['1.1mm', 'at 1.1 mm'],
    ['at 1.1', 'at 1.1 mm'],
    ['fires at 1.2 mm, lets go at 1', 'at 1.2 mm, back at 1 mm'],
    ['1.2 back 1.0', 'at 1.2 mm, back at 1 mm'],
    ['at 1.2, release at 1.0', 'at 1.2 mm, back at 1 mm'],
    ['reversal 1.1 mm, press 0.2, release 0.2', 'reversal 1.1 mm, press 0.2, release 0.2, to the point'],
    ['reversal at 0.5, release 0.25, press 0.15, to top', 'reversal 0.5 mm, press 0.15, release 0.25, to the top'],
    ['0.5 press 0.15 release 0.25', 'reversal 0.5 mm, press 0.15, release 0.25, to the point'],
  ])('“%s” is %s', (line, meant) => expect(read(line)).toBe(meant));

  test.each([
    ['reversal 1.1', 'A reversal needs “press 0.15” as well'],
    ['reversal 1.1, press 0.2', 'A reversal needs “release 0.25” as well'],
    ['reversal 1.1, press 0.2, release 0.2, back at 1', 'leave out “back at”'],
    ['back at 1', 'The depth is missing at which it fires'],
    ['deep down', '“deep down” is no depth'],
    ['at 1, at 2', '“at 2” is no depth'],
    ['30', 'No switch goes deeper than 20 mm'],
  ])('“%s”: %s', (line, why) => expect(read(line)).toContain(why));
});

describe('scores', () => {
  test.each([
    ['Esc', '+Esc 60 -Esc'],
    ['ctrl+c', '+Ctrl 20 +C 60 -C 20 -Ctrl'],
    ['press ctrl c, wait half a second, then enter', '+Ctrl 20 +C 60 -C 20 -Ctrl 500 +Enter 60 -Enter'],
    ['hold shift, a, b, release shift', '+Shift 60 +A 60 -A 60 +B 60 -B 60 -Shift'],
    ['hold w for 2 seconds', '+W 2000 -W'],
    ['type hello, enter', '"hello" 60 +Enter 60 -Enter'],
    ['left click, 100, left click', '+button 1 60 -button 1 100 +button 1 60 -button 1'],
    // The score's own words are read as they are.
    ['button 1:80 wheel up 2 "go" every 5 ms', '+button 1 80 -button 1 wheel up 2 "go" every 5 ms'],
    ['"go"/5 wheel(0,-1) 20', '"go" every 5 ms wheel down 1 20'],
    ['+A @100 -A @50 +B', '+A 100 -A @50 +B'],
  ])('“%s” is %s', (line, meant) => expect(printScoreLine(scoreSaid(line))).toBe(meant));

  test.each([
    ['press zorp', 'is not +KEY'],
    ['button 9:80', '"button 9" is not a key'],
    ['wheel up 250', 'the number behind it counts notches'],
  ])('“%s”: %s', (line, why) => {
    expect(() => scoreSaid(line)).toThrow(Unreadable);
    expect(() => scoreSaid(line)).toThrow(why);
  });
});
