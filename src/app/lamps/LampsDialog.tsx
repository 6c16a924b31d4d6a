/** All that lamps show: every line as it is written, signs, brightness, movement, and which colours somebody takes for each other. */
import { Button, Segmented, Select, Slider, Switch } from 'antd';
import { useState } from 'react';
import { HOST_LAMPS, lampTitle } from '../../core/codes';
import { alikeColors, hexOf, type Deficiency } from '../../core/lamps';
import { printGlow } from '../../core/notation';
import {
  DYE_COLORS,
  LIMITS,
  linesEdit,
  MOVEMENTS,
  withFigure,
  withSign,
  type GlowLine,
  type LampMovement,
  type SignLine,
} from '../../core/profile';
import { Dialog } from '../shared/Dialog';
import { keyLegend } from '../shared/keyNames';
import { planOf } from '../shared/lights';
import type { Bench } from '../shared/useBench';
import { paintOf } from '../theme/dyes';
import { LampColor } from './ShowsChoice';
import './lamps.css';

/** Who takes two colours for each other, as people say it. */
const WHO: Readonly<Record<Deficiency, string>> = {
  protanopia: 'who sees no red',
  deuteranopia: 'who sees no green',
  tritanopia: 'who sees no blue',
};

const MOVEMENT_WORDS: Readonly<Record<LampMovement, string>> = {
  still: 'still',
  tide: 'tide: slowly from left to right',
  shuttle: 'shuttle: row by row in turn',
  echo: 'echo: what is pressed, fading',
};

/** What a sign may be of, as a choice: the value names the kind and its number or layer. */
const signChoices = (layers: readonly { id: string; name: string }[]) => [
  { value: 'latch', label: 'something is latched' },
  { value: 'capitals', label: 'capitals are on' },
  { value: 'recording', label: 'a macro is recorded' },
  ...layers.slice(1).map(({ id, name }) => ({ value: `layer ${id}`, label: `${name} is active` })),
  ...HOST_LAMPS.map((lamp) => ({ value: `lamp ${lamp}`, label: `${lampTitle(lamp)} is lit` })),
  ...Array.from({ length: 4 }, (_, n) => ({ value: `slot ${n + 1}`, label: `slot ${n + 1} is in use` })),
];

function signOf(choice: string, key: string, shows: string): SignLine {
  const [kind = '', about = ''] = /^(\w+)(?: (.+))?$/.exec(choice)?.slice(1) ?? [];
  switch (kind) {
    case 'layer':
      return { glow: 'layer', key, shows, layer: about };
    case 'lamp':
      return { glow: 'lamp', key, shows, lamp: HOST_LAMPS.find((one) => one === about) ?? 'CapsLock' };
    case 'slot':
      return { glow: 'slot', key, shows, slot: Number(about) };
    case 'capitals':
    case 'recording':
      return { glow: kind, key, shows };
    default:
      return { glow: 'latch', key, shows };
  }
}

const NO_LINES: readonly GlowLine[] = [];

export const LampsDialog = ({ bench, onClose }: { bench: Bench; onClose: () => void }) => {
  const { profile, board, selectedKey, edit } = bench;
  const lines = profile.glow ?? NO_LINES;
  const [of, setOf] = useState('latch');
  const [color, setColor] = useState('#C8A24A');
  const { palette, plan } = planOf(profile, board);
  const alike = alikeColors(palette);
  const change = (to: readonly GlowLine[], what: string, again = false): void =>
    edit(linesEdit('glow', lines, to), what, again);
  /** What people know a colour by: a role, a layer, else its number. */
  const nameOf = (color: number): string =>
    profile.roles.find((role) => role.color.toUpperCase() === hexOf(color))?.name ??
    profile.layers.find((one) => DYE_COLORS[one.dye] === hexOf(color))?.name ??
    hexOf(color);
  const isFull = lines.length >= LIMITS.glowLines;
  return (
    <Dialog title="Lamps" onCancel={onClose} footer={null} width={640} part="lamps-dialog">
      <p className="soft">
        A key shows the colour of its role, else the dye of the layer that answers it. Each line says otherwise; of
        several that speak of a key the last one counts.
      </p>
      <ul className="lamp-rows" aria-label="Lines">
        {lines.map((line, n) => (
          <li key={`${n} ${JSON.stringify(line)}`}>
            {'shows' in line && line.shows.startsWith('#') && (
              <span className="lamp-sample" style={{ background: paintOf(line.shows) }} aria-hidden="true" />
            )}
            <code>{printGlow(line, profile, board)}</code>
            <button
              type="button"
              className="word"
              aria-label={`Move up: ${printGlow(line, profile, board)}`}
              disabled={n === 0}
              onClick={() => change(lines.toSpliced(n, 1).toSpliced(n - 1, 0, line), 'the order of what lamps show')}
            >
              ↑
            </button>
            <button
              type="button"
              className="word madder"
              aria-label={`Take out: ${printGlow(line, profile, board)}`}
              onClick={() => change(lines.toSpliced(n, 1), 'what the lamps show')}
            >
              ×
            </button>
          </li>
        ))}
      </ul>
      <h3 className="lamp-heading">A sign</h3>
      <p className="lamp-row">
        <span>{keyLegend(board, profile, selectedKey)} shows</span>
        <LampColor label="Colour of the sign" color={color} onChoose={setColor} />
        <span>while</span>
        <Select
          size="small"
          aria-label="While"
          value={of}
          onChange={setOf}
          popupMatchSelectWidth={false}
          options={signChoices(profile.layers)}
        />
        <Button
          size="small"
          disabled={isFull}
          onClick={() => change(withSign(lines, signOf(of, selectedKey, color)), 'a sign of the lamps')}
        >
          Add it
        </Button>
        {isFull && <span role="alert">There can be {LIMITS.glowLines} lines at the most.</span>}
      </p>
      <h3 className="lamp-heading">Light</h3>
      <p className="lamp-row">
        <label htmlFor="lamp-level">brightness</label>
        <Slider
          id="lamp-level"
          style={{ width: 160 }}
          min={LIMITS.lampLevel.least}
          max={LIMITS.lampLevel.most}
          value={plan.level ?? 3}
          ariaLabelForHandle="Brightness"
          onChange={(level: number) => change(withFigure(lines, { glow: 'level', level }), 'the brightness', true)}
        />
        <span className="soft">
          {plan.level === null
            ? 'as it is when the profile comes into use'
            : `${plan.level} of ${LIMITS.lampLevel.most}`}
        </span>
      </p>
      <p className="lamp-row">
        <span>movement</span>
        <Segmented<LampMovement>
          size="small"
          aria-label="Movement"
          value={plan.movement}
          options={MOVEMENTS.map((value) => ({ value, label: value, title: MOVEMENT_WORDS[value] }))}
          onChange={(movement) =>
            change(withFigure(lines, { glow: 'movement', movement }), 'the movement of the lamps')
          }
        />
        <span className="soft">{MOVEMENT_WORDS[plan.movement]}</span>
      </p>
      <p className="lamp-row">
        <Switch
          size="small"
          checked={plan.pulses}
          aria-label="What waits for a decision pulses"
          onChange={(pulses) => change(withFigure(lines, { glow: 'waiting', pulses }), 'the pulse of the lamps')}
        />
        <span>what waits for a decision pulses</span>
      </p>
      {alike.length > 0 && (
        <>
          <h3 className="lamp-heading">Hard to tell apart</h3>
          <ul className="lamp-rows" aria-label="Hard to tell apart">
            {alike.slice(0, 6).map(({ a, b, to }) => (
              <li key={`${a} ${b}`}>
                {[a, b].map((one) => (
                  <span
                    key={one}
                    className="lamp-sample"
                    style={{ background: paintOf(hexOf(one)) }}
                    aria-hidden="true"
                  />
                ))}
                {nameOf(a)} and {nameOf(b)}: for {to.map((one) => WHO[one]).join(', ')}
              </li>
            ))}
          </ul>
          <p className="soft">On the screen each colour has a stitch of its own as well; a lamp has none.</p>
        </>
      )}
    </Dialog>
  );
};
