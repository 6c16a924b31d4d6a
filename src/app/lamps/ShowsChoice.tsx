/** What lamps show, to be chosen: by role, by dye, dark, or a colour of its own. */
import { ColorPicker, Select } from 'antd';
import { ROLE_COLORS, type Shows } from '../../core/profile';
import { paintOf } from '../theme/dyes';
import './lamps.css';

const COLOR = 'color';
const FIRST_COLOR = '#A63D40';

type ShowsChoiceProps = {
  /** Whose lamps they are, as a label. */
  of: string;
  shows: Shows | undefined;
  /** What they show when nothing is said of them. */
  usual: string;
  onChoose: (shows: Shows | null) => void;
};

export const ShowsChoice = ({ of, shows, usual, onChoose }: ShowsChoiceProps) => {
  const isColor = shows?.startsWith('#') ?? false;
  return (
    <span className="shows-choice">
      <Select
        size="small"
        aria-label={of}
        value={isColor ? COLOR : (shows ?? '')}
        popupMatchSelectWidth={false}
        onChange={(to) => onChoose(to === '' ? null : to === COLOR ? FIRST_COLOR : (to as Shows))}
        options={[
          { value: '', label: usual },
          { value: 'role', label: 'by role' },
          { value: 'dye', label: 'by dye' },
          { value: 'dark', label: 'dark' },
          { value: COLOR, label: 'a colour' },
        ]}
      />
      {shows !== undefined && isColor && (
        <LampColor label={`Colour, ${of}`} color={shows} onChoose={(color) => onChoose(color)} />
      )}
    </span>
  );
};

type LampColorProps = { label: string; color: string; onChoose: (color: string) => void };

export const LampColor = ({ label, color, onChoose }: LampColorProps) => (
  <ColorPicker
    value={color}
    disabledAlpha
    size="small"
    presets={[{ label: 'dyes', colors: [...ROLE_COLORS], key: 'dyes' }]}
    onChangeComplete={(to) => onChoose(to.toHexString().toUpperCase().slice(0, 7))}
  >
    <button
      type="button"
      className="lamp-color"
      style={{ background: paintOf(color) }}
      aria-label={`${label}: ${color}`}
    />
  </ColorPicker>
);
