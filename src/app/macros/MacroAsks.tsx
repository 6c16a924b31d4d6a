/** What a macro asks the computer for when it begins, and when it has ended: a program, a sound, by name. */
import { Select } from 'antd';
import { useState } from 'react';
import { LIMITS, type AskedFor, type Macro } from '../../core/profile';
import { TriedText } from '../shared/tried';
import './MacroAsks.css';

type Place = 'asksFirst' | 'asksLast';
type Kind = AskedFor | 'nothing';
const WHEN: Readonly<Record<Place, string>> = { asksFirst: 'When it begins', asksLast: 'When it has ended' };

type AskRowProps = { macro: Macro; place: Place; tryChange: (to: Macro, what: string) => string | undefined };

const AskRow = ({ macro, place, tryChange }: AskRowProps) => {
  const { [place]: asked, ...without } = macro;
  /** What was chosen, until it has a name. */
  const [kind, setKind] = useState<Kind>('nothing');
  const shown = asked?.what ?? kind;
  const choose = (to: Kind): void => {
    setKind(to);
    if (to === 'nothing') {
      if (asked) tryChange(without, 'what is asked for');
    } else if (asked) tryChange({ ...macro, [place]: { ...asked, what: to } }, 'what is asked for');
  };
  return (
    <p className="macro-ask">
      <span>{WHEN[place]}</span>
      <Select<Kind>
        size="small"
        aria-label={`${WHEN[place]}, it asks for`}
        value={shown}
        popupMatchSelectWidth={false}
        onChange={choose}
        options={[
          { value: 'nothing', label: 'nothing' },
          { value: 'program', label: 'start a program' },
          { value: 'sound', label: 'play a sound' },
        ]}
      />
      {shown !== 'nothing' && (
        <TriedText
          key={shown}
          size="small"
          label={`Name of what is asked for: ${WHEN[place].toLowerCase()}`}
          placeholder="its name on the list there"
          maxLength={LIMITS.askLength}
          value={asked?.name ?? ''}
          onTake={(name) => {
            if (name === '') {
              // Nothing without a name is asked for; what was chosen waits for the next.
              setKind(shown);
              return asked ? tryChange(without, 'what is asked for') : undefined;
            }
            return tryChange({ ...macro, [place]: { what: shown, name } }, 'what is asked for');
          }}
        />
      )}
    </p>
  );
};

type MacroAsksProps = Pick<AskRowProps, 'macro' | 'tryChange'>;

export const MacroAsks = (props: MacroAsksProps) => (
  <div className="macro-asks">
    <AskRow key={`${props.macro.id} first`} place="asksFirst" {...props} />
    <AskRow key={`${props.macro.id} last`} place="asksLast" {...props} />
    <p className="soft">
      The keyboard only says the name. The computer does it when <code>npm run host</code> runs there and the name is on
      its person’s own list.
    </p>
  </div>
);
