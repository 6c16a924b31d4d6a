/** The plan card: a stroke plan as a line and as parts with their sentences, what is odd about it, and ready-made shapes. */
import { Button, Select } from 'antd';
import { useState, type ReactNode } from 'react';
import { printAction, printLine, spanSentence, understand, type Reading } from '../../core/notation';
import { addSpan, gapSentences, PLAN_SHAPES, removeSpan, reorderSpan, spansOfShape, toggleMark } from '../../core/plan';
import type { Action, Span } from '../../core/profile';
import { shown } from '../../core/reading';
import { keyTitle } from '../shared/keyNames';
import { toLookAt } from '../shared/problems';
import type { Bench } from '../shared/useBench';
import { textOf } from '../theme/dyes';
import { LineField } from './LineField';
import { dyeOfPart } from './StrokeLoop';
import type { Plan } from './usePlan';
import './travel.css';
import './PlanCard.css';

type PlanCardProps = { bench: Bench; plan: Plan; chosen: number; onChoose: (part: number) => void };

export const PlanCard = ({ bench, plan, chosen, onChoose }: PlanCardProps) => {
  const { profile, board, layer, selectedKey, select, edit } = bench;
  const { spans, set } = plan;
  const [showsShapes, setShowsShapes] = useState(false);
  const odd = toLookAt(profile, board).filter(
    ({ layer: where, key, id }) => where === layer.id && key === selectedKey && id.includes('spans'),
  );
  const elsewhere = profile.layers.filter(({ keys }) => keys[selectedKey]?.does.kind === 'stroke');
  const isFull = spans.length >= plan.most;

  /** The reading that is shown below the field, which is the one it takes. */
  const readingOf = (line: string): Reading | undefined => {
    const meant = understand(line, profile);
    return meant.ok ? meant.readings[0] : undefined;
  };
  const reasonOf = (line: string): string => {
    const meant = understand(line, profile);
    return meant.ok ? '' : meant.error;
  };
  const takeLine = (line: string): string | undefined => {
    const reading = readingOf(line);
    return reading ? plan.tryAssign(reading.binding) : reasonOf(line);
  };
  const takeAction = (part: number, line: string): string | undefined => {
    const reading = readingOf(line);
    if (!reading) return reasonOf(line);
    if (reading.binding.kind !== 'act') return 'A part is one action, such as Right, Ctrl+B or while Cues.';
    const { action } = reading.binding;
    return plan.trySet(spans.map((span, n) => (n === part ? { ...span, action } : span)));
  };
  const add = (isMark: boolean): void => {
    const action: Action = (spans.length === 0 ? plan.action : undefined) ?? { do: 'keys', codes: ['F13'] };
    set(addSpan(spans, isMark, action, board.travelUm));
    onChoose(spans.length);
  };
  const shapes: ReactNode = (
    <ul className="plan-shapes">
      {PLAN_SHAPES.map(({ id, name, purpose }) => (
        <li key={id}>
          <button
            type="button"
            className="word"
            onClick={() => {
              set(spansOfShape(id, plan.action, board.travelUm));
              setShowsShapes(false);
              onChoose(0);
            }}
          >
            {name}
          </button>
          <span className="soft">{purpose}</span>
        </li>
      ))}
    </ul>
  );

  return (
    <aside className="panel travel-card" data-part="plan-card" aria-label="Plan card">
      <p className="travel-title">
        <strong>{keyTitle(board, profile, selectedKey)}</strong>
        <span className="soft">on</span>
        <Select
          size="small"
          aria-label="Layer"
          value={layer.id}
          onChange={(id) => select({ layer: id })}
          options={profile.layers.map(({ id, name }) => ({ value: id, label: name }))}
        />
      </p>
      {spans.length === 0 ? (
        <>
          <p>
            One press can do several things, laid along the way down and the way up. This key{' '}
            {plan.binding.kind === 'pass' ? 'passes here' : `is “${printLine(plan.binding, profile) ?? 'more'}” here`}.
          </p>
          {elsewhere.map(({ id, name, dye }) => (
            <p key={id}>
              It follows a stroke plan on <b style={{ color: textOf(dye) }}>{name}</b>.{' '}
              <button type="button" className="word" onClick={() => select({ layer: id })}>
                Show the one on {name}
              </button>
            </p>
          ))}
          <p className="soft">Start from a shape; what the key does now is its first part:</p>
          {shapes}
        </>
      ) : (
        <>
          <LineField
            key={`${layer.id}/${selectedKey}`}
            label="Stroke plan as a line"
            className="travel-line"
            value={printLine(plan.binding, profile) ?? ''}
            reads={(line) => readingOf(line)?.line}
            onTake={takeLine}
          />
          <ol className="plan-parts">
            {spans.map((span: Span, part) => (
              <li key={part} className={part === chosen ? 'chosen' : ''}>
                <span className="plan-part-head">
                  <b style={{ color: textOf(dyeOfPart(part)) }}>{part + 1}</b>
                  <LineField
                    key={`${layer.id}/${selectedKey}`}
                    label={`Action of part ${part + 1}`}
                    className="plan-action"
                    value={printAction(span.action, profile) ?? ''}
                    reads={(line) => readingOf(line)?.line}
                    onTake={(line) => takeAction(part, line)}
                  />
                  <button type="button" className="word" onClick={() => set(toggleMark(spans, part))}>
                    {span.to ? 'do it once' : 'hold it'}
                  </button>
                  <button
                    type="button"
                    className="word"
                    aria-label={`List part ${part + 1} earlier`}
                    title="Parts at one depth run in the order of this list"
                    disabled={part === 0}
                    onClick={() => {
                      set(reorderSpan(spans, part, -1));
                      onChoose(part - 1);
                    }}
                  >
                    ↑
                  </button>
                  <button
                    type="button"
                    className="word madder"
                    aria-label={`Take part ${part + 1} out`}
                    onClick={() => set(removeSpan(spans, part))}
                  >
                    ×
                  </button>
                </span>
                <span className="plan-sentence">{spanSentence(span, profile)}</span>
              </li>
            ))}
          </ol>
          {gapSentences(spans, board.travelUm).map((sentence) => (
            <p key={sentence} className="plan-gap">
              {sentence}
            </p>
          ))}
          {odd.map(({ id, message, fix, fixName }) => (
            <p key={id} className="travel-problem">
              {shown(message)}{' '}
              {fix && (
                <button type="button" className="word" onClick={() => edit(fix, fixName ?? 'a fix')}>
                  {fixName}
                </button>
              )}
            </p>
          ))}
          <p className="plan-adds">
            <Button size="small" disabled={isFull} onClick={() => add(false)}>
              Add a held part
            </Button>
            <Button size="small" disabled={isFull} onClick={() => add(true)}>
              Add one that is done once
            </Button>
          </p>
          <p className="plan-adds">
            <span className="soft">
              {spans.length} of {plan.most} parts
            </span>
            <button type="button" className="word" onClick={() => setShowsShapes(!showsShapes)}>
              {showsShapes ? 'Hide the shapes' : 'Ready-made shapes'}
            </button>
            <button type="button" className="word" onClick={() => set([])}>
              No plan any more
            </button>
          </p>
          {showsShapes && shapes}
        </>
      )}
    </aside>
  );
};
