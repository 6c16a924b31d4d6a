/** What can be done with the selected keys and others: copied, put on another layer, swapped. */
import { rowOf } from '../../core/board';
import { printLine } from '../../core/notation';
import {
  actionsOf,
  bindingOn,
  changeKeys,
  namedBy,
  PASS,
  swapKeys,
  together,
  type Assignment,
  type Profile,
} from '../../core/profile';
import { foreign } from '../../core/reading';
import { keysTitle } from '../shared/keyNames';
import type { Bench } from '../shared/useBench';
import { useClipboard } from '../state/clipboard';
import { useUndoNotice } from '../shared/useUndoNotice';
import { useShelf } from '../state/shelf';

/** The layers and macros a binding refers to that a profile does not have, in words. */
const missingIn = (assignment: Assignment, profile: Profile): string[] =>
  actionsOf(assignment.does).flatMap(({ action }) => {
    const named = namedBy(action);
    if (!named || profile[`${named.what}s`].some(({ id }) => id === named.id)) return [];
    return [`${named.what === 'layer' ? 'leads to the layer' : 'plays the macro'} “${foreign(named.id)}”`];
  });

export type KeyMovesState = {
  /** Copies what the selected keys do, and returns it as words for the system's clipboard. */
  copy(): string;
  paste(): void;
  /** Why what was copied cannot be put here; empty when it can. */
  whyNoPaste: string;
  swap(a: string, b: string): void;
  /** Puts what keys do on a layer on the same keys of another one: the selected ones of this layer, unless others are given. */
  putOn(to: string, from?: string, keys?: readonly string[]): void;
};

export function useKeyMoves(bench: Bench): KeyMovesState {
  const { profile, board, layer, selectedKey, selectedKeys, run, edit, select } = bench;
  const { all, copy } = useClipboard();
  const undo = useShelf((state) => state.undo);
  const notify = useShelf((state) => state.notify);
  const notice = useUndoNotice();
  const missing = all.flatMap((assignment) => missingIn(assignment, profile));
  const whyNoPaste =
    all.length === 0
      ? 'nothing was copied yet'
      : missing.length > 0
        ? `it ${missing[0] ?? ''}, which is not in this profile`
        : '';

  /** The keys that what was copied goes to: those selected, or, of several on one key, that one and those right of it. */
  const targets = (): readonly string[] => {
    if (all.length < 2 || run.length > 1) return run;
    const row = rowOf(board, selectedKey).map(({ id, contact }) => contact ?? id);
    return row.slice(row.indexOf(selectedKey)).slice(0, all.length);
  };
  const withoutStrangeRole = ({ role, ...rest }: Assignment): Assignment =>
    role !== undefined && profile.roles.some(({ id }) => id === role) ? { ...rest, role } : rest;

  return {
    copy: () => {
      const copied = run.map((key) => layer.keys[key] ?? { does: PASS });
      const text = copied.map(({ does }) => printLine(does, profile) ?? 'pass').join('\t');
      copy(copied, `${keysTitle(board, profile, selectedKeys)} on ${layer.name}`, text);
      return text;
    },
    paste: () => {
      if (whyNoPaste !== '') return;
      const keys = targets();
      const edits = keys.map((key, n) => {
        // One thing goes to all of them, several to one key each.
        const copied = all.length === 1 ? all[0] : all[n];
        // A role belongs to its profile; another one may not have it.
        const to = copied && (copied.does.kind === 'pass' ? null : withoutStrangeRole(copied));
        return to === undefined ? undefined : changeKeys(profile, layer.id, [key], () => to);
      });
      const some = edits.filter((one) => one !== undefined);
      if (some.length > 0) edit(together(some), `pasting on ${keysTitle(board, profile, keys)}`);
    },
    whyNoPaste,
    swap: (a, b) => edit(swapKeys(profile, layer.id, a, b), `swapping ${a} and ${b}`),
    putOn: (to, from = layer.id, keys = run) => {
      const source = profile.layers.find(({ id }) => id === from);
      const target = profile.layers.find(({ id }) => id === to);
      const carried = source ? keys.filter((key) => bindingOn(source, key).kind !== 'pass') : [];
      if (!source || !target || target === source || carried.length === 0) return;
      const name = keysTitle(board, profile, carried);
      const what = `${name} of ${source.name} put on ${target.name}`;
      edit(together(carried.map((key) => changeKeys(profile, target.id, [key], () => source.keys[key] ?? null))), what);
      select({ layer: target.id });
      notice({
        key: 'put-on-layer',
        says: `${name}: what ${carried.length === 1 ? 'it does' : 'they do'} on ${source.name} stands on ${target.name} too.`,
        undo: () => {
          // Only while it is the last thing that was done: undo takes back the last.
          const last = useShelf
            .getState()
            .entries.find((entry) => entry.profile.id === profile.id)
            ?.document.past.at(-1);
          if (last?.what === what) undo(profile.id);
          else notify('Something else was changed since: Ctrl+Z takes back one step after the other.');
        },
      });
    },
  };
}
