/** What the engine does not run yet. A profile that uses any of it is refused by name and place, never run in part. */
import { allActions, type ActionKind, type Problem, type Profile } from '../profile';

const NOT_RUN: Readonly<Partial<Record<ActionKind, string>>> = {
  slot: 'changing the slot (slot)',
  device: 'device functions (device)',
};

/** Everything in a profile that the engine does not run yet, each with its JSON path. Empty when it runs all of it. */
export const unsupportedIn = (profile: Profile): Problem[] =>
  allActions(profile).flatMap(({ action, path }): Problem[] => {
    const what = NOT_RUN[action.do];
    return what === undefined ? [] : [{ path, message: `the engine does not run ${what} yet` }];
  });
