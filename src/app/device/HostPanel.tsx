/** The computer that the keyboard is plugged into: what is in front there, which rule counts and why, what was asked for, and the rules themselves. */
import { Button, Checkbox, Input, Select } from 'antd';
import { useEffect } from 'react';
import type { Board } from '../../core/board';
import { hostName } from '../../core/hosts';
import {
  MOST_RULES,
  neverReached,
  placeOfRule,
  type Asked,
  type HostState,
  type Rule,
  type Wanted,
} from '../../core/hostSide';
import type { Profile } from '../../core/profile';
import { useComputerSounds } from '../state/computerSounds';
import { useHostRoom } from '../state/hostRoom';
import './HostPanel.css';

/** What a rule wants, as a choice. */
const choiceOf = (wants: Wanted): string =>
  wants.do === 'slot' ? `slot ${wants.slot}` : wants.do === 'layer' ? `layer ${wants.layer}` : 'nothing';

function wantedOf(choice: string): Wanted {
  const [, kind, about = ''] = /^(slot|layer) (.*)$/.exec(choice) ?? [];
  if (kind === 'slot') return { do: 'slot', slot: Number(about) };
  return kind === 'layer' ? { do: 'layer', layer: about } : { do: 'nothing' };
}

/** What a rule is called where it counts. */
const nameOf = (program: string, title = ''): string =>
  (title === '' ? program : `${program}, “${title}”`).slice(0, 60);

const DID: Readonly<Record<Asked['did'], string>> = {
  done: 'done',
  notListed: 'not on the list there; nothing was done',
  failed: 'it failed',
};

type RuleRowProps = { rule: Rule; n: number; board: Board; profile: Profile; isNever: boolean; isAtWork: boolean };

const RuleRow = ({ rule, n, board, profile, isNever, isAtWork }: RuleRowProps) => {
  const change = useHostRoom((state) => state.change);
  const seen = useHostRoom((state) => state.rules?.length ?? 0);
  /** Changes this rule, wherever it stands by then. */
  const at = (make: (rules: readonly Rule[], place: number) => readonly Rule[]): void =>
    change((rules) => {
      const place = placeOfRule(rules, rule, { place: n, of: seen });
      return place < 0 ? rules : make(rules, place);
    });
  const put = (to: Partial<Rule>): void =>
    at((rules, place) => {
      const { title, ...rest } = { ...(rules[place] as Rule), ...to };
      return rules.with(place, { ...rest, name: nameOf(rest.program, title), ...(title ? { title } : {}) });
    });
  const layers = profile.layers.slice(1).map(({ name }) => ({ value: `layer ${name}`, label: `show layer ${name}` }));
  const options = [
    ...Array.from({ length: board.device.slots }, (_, slot) => ({
      value: `slot ${slot + 1}`,
      label: `use slot ${slot + 1}`,
    })),
    ...layers,
    { value: 'nothing', label: 'leave it as it was' },
  ];
  const own = choiceOf(rule.wants);
  return (
    <li className={`host-rule ${isAtWork ? 'at-work' : ''}`}>
      <span className="host-rule-line">
        <span className="soft">when</span>
        <Input
          key={rule.program}
          size="small"
          aria-label={`Program of rule ${n + 1}`}
          defaultValue={rule.program}
          maxLength={200}
          onBlur={({ target }) =>
            target.value.trim() !== '' && target.value !== rule.program && put({ program: target.value.trim() })
          }
        />
        <span className="soft">is in front</span>
        {isAtWork && <strong className="host-at-work">at work</strong>}
      </span>
      <span className="host-rule-line">
        <Input
          key={`title ${rule.title ?? ''}`}
          size="small"
          aria-label={`Word in the title for rule ${n + 1}`}
          placeholder="any title"
          defaultValue={rule.title ?? ''}
          maxLength={100}
          onBlur={({ target }) => target.value !== (rule.title ?? '') && put({ title: target.value })}
        />
        <Select
          size="small"
          aria-label={`What rule ${n + 1} does`}
          value={own}
          popupMatchSelectWidth={false}
          onChange={(choice) => put({ wants: wantedOf(choice) })}
          options={options.some(({ value }) => value === own) ? options : [{ value: own, label: own }, ...options]}
        />
        {isNever && <span className="host-never">an earlier rule always counts instead</span>}
        <button
          type="button"
          className="word"
          disabled={n === 0}
          aria-label={`Rule ${n + 1} earlier`}
          onClick={() =>
            at((rules, place) =>
              place === 0 ? rules : rules.toSpliced(place, 1).toSpliced(place - 1, 0, rules[place] as Rule),
            )
          }
        >
          ↑
        </button>
        <button
          type="button"
          className="word madder"
          aria-label={`Take out rule ${n + 1}`}
          onClick={() => at((rules, place) => rules.toSpliced(place, 1))}
        >
          ×
        </button>
      </span>
    </li>
  );
};

/** Whether this page plays the sounds that keys ask for. */
const SoundsHere = ({ board }: { board: Board }) => {
  const { boardId, playFor } = useComputerSounds();
  const isHere = boardId === board.id;
  return (
    <p>
      <Checkbox
        checked={isHere}
        onChange={({ target }) => void playFor(target.checked ? board.id : null).catch(() => playFor(null))}
      >
        Play that computer’s sounds on this page, where it has no player of its own
      </Checkbox>
    </p>
  );
};

/** Texts are typed with the strokes of the profile's layout: what another makes of them is another text. */
const LayoutSaid = ({ state: { layout }, inUse }: { state: HostState; inUse: Profile | undefined }) => {
  if (!layout) return null;
  if (layout.id === null) return <p>Its layout, {layout.said}, is none that is known here.</p>;
  const isOther = inUse !== undefined && inUse.hostLayout !== layout.id;
  return (
    <p role={isOther ? 'alert' : undefined}>
      Its layout is {hostName(layout.id)}
      {isOther
        ? `, and ${inUse.name}, which is in use, is made for ${hostName(inUse.hostLayout)}: its texts come out differently there.`
        : '.'}
    </p>
  );
};

type HostPanelProps = { board: Board; profile: Profile; inUse: Profile | undefined };

export const HostPanel = ({ board, profile, inUse }: HostPanelProps) => {
  const { rules, state, seen, problem, follow, change } = useHostRoom();
  useEffect(() => follow(board.id), [follow, board.id]);
  const never = neverReached(rules ?? []);
  const front = state?.front?.program ?? seen[0];
  return (
    <section className="panel" aria-label="The computer">
      <h2>The computer</h2>
      {state ? (
        <>
          <p>
            Plugged into {state.plugged}.{' '}
            {state.front ? (
              <>
                In front: <strong>{state.front.program}</strong>.
              </>
            ) : state.looks ? (
              'Nothing that says what it is is in front.'
            ) : (
              'What is in front there is not looked at on this way, so that no rule counts.'
            )}
          </p>
          <LayoutSaid state={state} inUse={inUse} />
          <p role="status">
            {state.rule === null
              ? state.looks && rules && rules.length > 0
                ? 'No rule is for that: the keyboard is as it was.'
                : ''
              : `The rule for ${state.rule} counts.`}{' '}
            {state.because}
          </p>
        </>
      ) : state === undefined ? (
        <p className="soft">
          {rules === null
            ? 'Asking the server …'
            : 'The server does not answer: whether a real computer is plugged in is not known.'}
        </p>
      ) : (
        <p className="soft">
          This keyboard is plugged into no real computer. <code>npm run host</code> in a terminal plugs it into the
          desktop there: it says what it will do, and types nothing before you have said yes.
        </p>
      )}
      {rules && (
        <>
          <ul className="host-rules" aria-label="Rules">
            {rules.map((rule, n) => (
              <RuleRow
                key={`${n} ${rule.program}`}
                rule={rule}
                n={n}
                board={board}
                profile={profile}
                isNever={never.includes(rule)}
                isAtWork={state?.rule === rule.name && rules.findIndex(({ name }) => name === rule.name) === n}
              />
            ))}
          </ul>
          <p className="host-rule-line">
            <Button
              size="small"
              disabled={rules.length >= MOST_RULES}
              onClick={() =>
                change((before) => {
                  const program = front ?? 'Program';
                  const rule: Rule = { name: nameOf(program), program, wants: { do: 'slot', slot: 1 } };
                  return before.length < MOST_RULES ? [...before, rule] : before;
                })
              }
            >
              {front === undefined ? 'Add a rule' : `When ${front} is in front …`}
            </Button>
            {rules.length > 0 && <span className="soft">else: what it was</span>}
          </p>
        </>
      )}
      {problem !== '' && <p role="alert">{problem}</p>}
      {state && state.asked.length > 0 && (
        <ul className="host-asked" aria-label="Asked for">
          {state.asked.toReversed().map(({ what, name, did, because }, n) => (
            <li key={n}>
              {what === 'program' ? 'start' : 'sound'} <bdi>“{name}”</bdi>: {DID[did]}
              {because ? `: ${because}` : ''}
            </li>
          ))}
        </ul>
      )}
      {state && state.listed.sounds.length > 0 && <SoundsHere board={board} />}
      {state?.listed.problem !== undefined && (
        <p role="alert">
          The list of that computer cannot be used: <bdi>{state.listed.problem}</bdi>
        </p>
      )}
      {state && state.listed.problem === undefined && (
        <p className="soft">
          {state.listed.programs.length + state.listed.sounds.length === 0
            ? 'Nothing is on the list of that computer: keys that ask for programs or sounds do nothing. Only there, in its terminal, can something be put on it.'
            : `On its list: ${[...state.listed.programs, ...state.listed.sounds].join(', ')}.`}
        </p>
      )}
    </section>
  );
};
