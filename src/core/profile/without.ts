/** What is left of actions, bindings and a whole profile when something they refer to is taken out. */
import { idIn, type Edit } from './edits';
import { namedBy, referencesTo } from './references';
import type { Action, ActionOf, Binding, Profile } from './schema';

/** Whether an action (not its parts) goes with what is taken out. */
export type Gone = (action: Action) => boolean;

/** An action without what is gone; undefined when nothing is left, the same object when nothing had to go. */
function actionWithout(action: Action, gone: Gone): Action | undefined {
  if (gone(action)) return undefined;
  if (action.do === 'under') return underWithout(action, gone);
  if (action.do !== 'many') return action;
  const parts = action.actions.map((part) => actionWithout(part, gone));
  if (parts.every((part, index) => part === action.actions[index])) return action;
  const left = parts.filter((part) => part !== undefined);
  const [only] = left;
  return left.length > 1 ? { do: 'many', actions: left } : only;
}

/** Cases go with their actions; when none is left, it is what it is otherwise. */
function underWithout(action: ActionOf<'under'>, gone: Gone): Action | undefined {
  const cases = action.cases.map((one) => ({ ...one, left: actionWithout(one.action, gone) }));
  const otherwise = action.otherwise && actionWithout(action.otherwise, gone);
  if (otherwise === action.otherwise && cases.every((one) => one.left === one.action)) return action;
  const left = cases.flatMap(({ held, left: kept }) => (kept ? [{ held, action: kept }] : []));
  return left.length > 0 ? { do: 'under', cases: left, ...(otherwise && { otherwise }) } : otherwise;
}

/** A binding without what is gone; undefined when it would do nothing any more. */
function bindingWithout(binding: Binding, gone: Gone): Binding | undefined {
  switch (binding.kind) {
    case 'act': {
      const action = actionWithout(binding.action, gone);
      return action && { kind: 'act', action };
    }
    case 'gesture': {
      const steps = binding.steps.map((step) => {
        const tap = step.tap && actionWithout(step.tap, gone);
        const hold = step.hold && actionWithout(step.hold, gone);
        return { ...(tap && { tap }), ...(hold && { hold }) };
      });
      return steps.some((step) => step.tap || step.hold) ? { ...binding, steps } : undefined;
    }
    case 'stroke': {
      const spans = binding.spans.flatMap((span) => {
        const action = actionWithout(span.action, gone);
        return action ? [{ ...span, action }] : [];
      });
      return spans.length > 0 ? { ...binding, spans } : undefined;
    }
    case 'pass':
    case 'none':
      return binding;
  }
}

/**
 * The edits after which nothing refers to a layer or macro any more: keys and joint presses lose that meaning, and go when it
 * was their only one; joined layers go whole.
 */
export function withoutReferences(profile: Profile, what: 'layer' | 'macro', id: string): Edit[] {
  const gone: Gone = (action) => {
    const named = namedBy(action);
    return named?.what === what && named.id === id;
  };
  const sites = referencesTo(profile, what, id).map(({ site }) => site);
  const edits = new Map<string, Edit>();
  for (const site of sites) {
    if (site.in === 'key') {
      const assignment = profile.layers.find((layer) => layer.id === site.layer)?.keys[site.key];
      const does = assignment && bindingWithout(assignment.does, gone);
      const to = assignment && does ? { ...assignment, does } : null;
      edits.set(`key ${site.layer} ${site.key}`, { edit: 'assign', layer: site.layer, key: site.key, to });
    } else if (site.in === 'joint') {
      const joint = profile.joints.find((one) => one.id === site.joint);
      const action = joint && actionWithout(joint.action, gone);
      edits.set(
        `joint ${site.joint}`,
        joint && action
          ? { edit: 'replace', list: 'joints', id: joint.id, item: { ...joint, action } }
          : { edit: 'remove', list: 'joints', id: site.joint },
      );
    } else if (site.in === 'joinedLayers') {
      const joined = profile.joinedLayers[site.index];
      if (joined) edits.set(`joined ${site.index}`, { edit: 'remove', list: 'joinedLayers', id: idIn(joined) });
    } else if (site.in === 'lampLayers') {
      const shown = profile.lampLayers[site.index];
      if (shown) edits.set(`lamp ${site.index}`, { edit: 'remove', list: 'lampLayers', id: idIn(shown) });
    }
  }
  return [...edits.values()];
}
