/** Edits to macros that have to look around: who plays one, and how it is taken out without leaving holes. */
import type { Edit } from './edits';
import { actionsOf } from './questions';
import type { Action, Macro, Profile } from './schema';
import { actionWithout, bindingWithout } from './without';

/** Puts a changed macro in the place of the one with its id. */
export const replaceMacro = (profile: Profile, to: Macro): Edit => ({
  edit: 'fields',
  to: { macros: profile.macros.map((macro) => (macro.id === to.id ? to : macro)) },
});

/** Takes a macro out with everything that plays it: keys lose that meaning, and pass when it was their only one. */
export function takeOutMacro(profile: Profile, id: string): Edit {
  const plays = (action: Action): boolean => action.do === 'macro' && action.macro === id;
  const edits = profile.layers.flatMap((layer) =>
    Object.entries(layer.keys).flatMap(([key, assignment]): Edit[] => {
      if (!actionsOf(assignment.does).some(({ action }) => plays(action))) return [];
      const does = bindingWithout(assignment.does, plays);
      return [{ edit: 'assign', layer: layer.id, key, to: does ? { ...assignment, does } : null }];
    }),
  );
  const joints = profile.joints.flatMap((joint) => {
    const action = actionWithout(joint.action, plays);
    return action ? [{ ...joint, action }] : [];
  });
  const macros = profile.macros.filter((macro) => macro.id !== id);
  return { edit: 'several', edits: [...edits, { edit: 'fields', to: { joints, macros } }] };
}
